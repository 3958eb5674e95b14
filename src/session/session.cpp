#include "session/session.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include <algorithm>
#include <array>
#include <QFile>
#include <QDateTime>
#include <QFileInfo>
#include <QUndoCommand>

namespace lw {
using namespace Qt::StringLiterals;
using Json = nlohmann::json;

class EditCommand : public QUndoCommand {
public:
    EditCommand(Session *session, Edit edit, std::vector<Patch> before)
        : m_session(session), m_after(std::move(edit.after)), m_before(std::move(before)), m_key(edit.mergeKey) {
        setText(edit.words);
    }
    void redo() override { m_session->put(m_after, true); }
    void undo() override { m_session->put(m_before, true); }
    int id() const override { return m_key.isEmpty() ? -1 : 1; }
    bool mergeWith(const QUndoCommand *next) override {
        const auto *edit = static_cast<const EditCommand *>(next);
        if (edit->m_key != m_key || edit->m_after.size() != m_after.size()) return false;
        for (std::size_t k = 0; k < m_after.size(); ++k)
            if (m_after[k].pointer != edit->m_after[k].pointer) return false;
        m_after = edit->m_after;
        setText(edit->text());
        bool same = true;
        for (const auto &a : m_after)
            for (const auto &b : m_before)
                if (a.pointer == b.pointer) same &= a.value == b.value;
        setObsolete(same);
        return true;
    }

private:
    Session *m_session;
    std::vector<Patch> m_after, m_before;
    QString m_key;
};

Session::Session(QString journalFolder, QObject *parent)
    : QObject(parent), m_project(emptyProject()), m_journalFolder(std::move(journalFolder)) {
    if (!m_journalFolder.isEmpty()) m_journal = std::make_unique<Journal>(m_journalFolder);
    connect(&m_undo, &QUndoStack::cleanChanged, this, &Session::fileChanged);
    m_journalAgain.setInterval(3000);
    connect(&m_journalAgain, &QTimer::timeout, this, [this] {
        if (m_journal) (void)m_journal->retry();
        journalTried();
    });
}

/// Goes on trying while the journal cannot be written, and tells when that changes.
void Session::journalTried() {
    const QString problem = journalProblem();
    if (problem.isEmpty())
        m_journalAgain.stop();
    else if (!m_journalAgain.isActive())
        m_journalAgain.start();
    if (problem == m_journalSaid) return;
    m_journalSaid = problem;
    emit journalChanged();
}

QString Session::name() const {
    const auto n = textAt(m_project, "/name");
    if (!n.empty()) return QString::fromStdString(n);
    if (!m_path.isEmpty()) return QFileInfo(m_path).completeBaseName();
    return m_hasJob ? u"New job"_s : u"No job"_s;
}

void Session::apply(Edit edit) {
    if (writesLog && std::none_of(edit.after.begin(), edit.after.end(),
                                  [](const Patch &p) { return p.pointer.starts_with("/log"); }))
        for (auto &p : automaticEntry(m_project, edit.after, now()))
            edit.after.push_back(std::move(p)); // undone with the edit itself
    std::vector<Patch> before;
    bool changes = false;
    // Undo puts back whatever stood there, in the reverse order. Only places inside one another need the job as it
    // stands between them; a copy of the whole job for each keystroke would be its dearest part.
    bool nested = false;
    for (std::size_t a = 0; a < edit.after.size() && !nested; ++a)
        for (std::size_t b = a + 1; b < edit.after.size() && !nested && edit.after.size() < 40; ++b)
            nested = edit.after[a].pointer.starts_with(edit.after[b].pointer) ||
                     edit.after[b].pointer.starts_with(edit.after[a].pointer);
    nested |= edit.after.size() >= 40;
    Json trial;
    if (nested) trial = m_project;
    for (const auto &p : edit.after) {
        Patch old{p.pointer, valueAt(nested ? trial : m_project, p.pointer)};
        changes |= old.value != p.value && !(old.pointer.starts_with("/log/") && edit.after.size() > 1);
        before.insert(before.begin(), std::move(old));
        if (nested) setAt(trial, p.pointer, p.value);
    }
    if (!changes) return;
    m_undo.push(new EditCommand(this, std::move(edit), std::move(before)));
}

namespace {
/// Places the proof of an axis does not look at.
constexpr const char *proofless[] = {"/parts",        "/tasks",      "/log",          "/cautions", "/orders",
                                     "/currencies",   "/machines",   "/ready",        "/nest",     "/today",
                                     "/labour_rate",  "/delay_rate", "/hours_a_week", "/name",     "/baseline",
                                     "/part_program", "/handwheel"};
} // namespace

void Session::dropDerived() {
    m_parts.reset();
    m_plan.reset();
    m_wiring.reset();
    m_totals.reset();
    m_partsSummary.clear();
    m_predictions.reset();
    m_log.reset();
}

void Session::put(const std::vector<Patch> &patches, bool journal) {
    m_hasJob = true;
    bool all = false;
    for (const auto &p : patches) {
        setAt(m_project, p.pointer, p.value);
        if (p.pointer.starts_with("/parts")) {
            m_stored.reset();
            // a drive that is here is no more one that may be chosen to fit: its axis is proved anew
            if (const auto at = p.pointer.find("-drive"); at != std::string::npos && p.pointer.starts_with("/parts/"))
                std::erase_if(m_proved, [&, axis = p.pointer.substr(7, at - 7)](const auto &e) {
                    return e.first.substr(0, e.first.find('/')) == axis;
                });
            if (p.pointer == "/parts") all = true;
        }
        if (p.pointer.starts_with("/log")) m_entries.reset();
        if (p.pointer.rfind("/axes/", 0) == 0) {
            const auto slash = p.pointer.find('/', 6);
            if (slash != std::string::npos) { // cards and the like are read anew by their own stations
                const auto place = std::string_view(p.pointer).substr(slash);
                // what rides on another axis is weighed there too
                if (place.starts_with("/survey/moving_mass") || place == "/rides_on") all = true;
                if (place.starts_with("/cards/") || place.starts_with("/as_built/") || place.starts_with("/settings/"))
                    continue;
            }
            const std::string axis = p.pointer.substr(6, slash == std::string::npos ? std::string::npos : slash - 6);
            std::erase_if(m_proved, [&](const auto &e) { return e.first.substr(0, e.first.find('/')) == axis; });
        } else if (std::none_of(std::begin(proofless), std::end(proofless),
                                [&](const char *place) { return p.pointer.starts_with(place); })) {
            all = true;
        }
    }
    if (all) m_proved.clear();
    dropDerived();
    if (journal && m_journal) {
        if (!m_journal->begun())
            m_journal->begin(m_project, m_path, m_stamp, true);
        else
            m_journal->add(patches);
        journalTried();
    }
    emit changed();
}

QString Session::typeInto(const QString &pointer, const QString &text, const QString &standing) {
    const auto p = pointer.toStdString();
    const auto *field = fieldAt(p);
    if (!field) return u"There is no such field."_s;
    const QString label = QString::fromUtf8(field->label.data(), qsizetype(field->label.size()));
    Json value = nullptr;
    if (!text.trimmed().isEmpty()) {
        const auto read = readTyped(text.toStdString(), field->dimension, field->unit);
        if (!read) return QString::fromStdString(read.error().sentence);
        if (const auto bound = boundProblem(*field, read->si); !bound.empty()) return QString::fromStdString(bound);
        // Standing and note of what stood there stay unless it was an assumption that now yields to a reading.
        value = valueAt(m_project, p);
        if (!value.is_object()) value = Json::object();
        if (value.value("typed", std::string()) != text.trimmed().toStdString()) value.erase("spread");
        value["typed"] = text.trimmed().toStdString();
        const std::string was = value.value("standing", std::string());
        if (read->guess)
            value["standing"] = "assumed";
        else if (was.empty() || was == "assumed" || was == "computed")
            value["standing"] = standing.toStdString();
        value.erase("value");
    }
    apply({{{p, value}},
           label.toLower() + u" "_s + (text.trimmed().isEmpty() ? u"cleared"_s : text.trimmed()),
           u"type:"_s + pointer});
    return {};
}

void Session::setText(const QString &pointer, const QString &text, const QString &words) {
    apply({{{pointer.toStdString(), text.isEmpty() ? Json(nullptr) : Json(text.toStdString())}}, words});
}

QString Session::typedAt(const std::string &pointer) const {
    const auto v = valueAt(m_project, pointer);
    if (v.is_string()) return QString::fromStdString(v.get<std::string>());
    return v.is_object() ? QString::fromStdString(v.value("typed", std::string())) : QString();
}

void Session::reset(Json project, const QString &path, bool hasJob, bool unsaved, std::optional<FileStamp> stamp) {
    m_project = std::move(project);
    m_stored.reset();
    m_entries.reset();
    m_path = path;
    m_hasJob = hasJob;
    m_recovered = unsaved;
    m_stamp = stamp ? stamp : path.isEmpty() ? std::nullopt : stampOf(path);
    m_proved.clear();
    dropDerived();
    m_undo.clear();
    m_undo.setClean();
    if (m_journal) {
        if (hasJob)
            m_journal->begin(m_project, m_path, m_stamp, unsaved);
        else
            m_journal->end();
        journalTried();
    }
    emit changed();
    emit fileChanged();
}

void Session::newJob() { reset(emptyProject(), {}, true); }
void Session::openCopy(Json project) { reset(std::move(project), {}, true); }
void Session::close() {
    if (m_journal) m_journal->end();
}

QString Session::open(const QString &path, QStringList *notes) {
    const QString shown = QFileInfo(path).fileName();
    const auto stamp = stampOf(path); // before reading: what changes meanwhile is seen as a change
    const auto content = readWhole(path);
    if (!content) return content.error();
    const auto read = readProject(content->toStdString(), shown.toStdString());
    if (!read) return QString::fromStdString(read.error());
    if (notes)
        for (const auto &n : read->notes)
            notes->append(QString::fromStdString(n));
    reset(read->project, QFileInfo(path).absoluteFilePath(), true, false, stamp);
    return {};
}

QString Session::write(const QString &path) {
    const QFileInfo info(path);
    if (const auto problem = outputProblem(path); !problem.isEmpty()) return problem;
    if (info.exists()) { // one backup of what stood there; the backup before it goes when the new one stands
        const auto there = readWhole(path, info.size() + largestFile);
        auto problem = there ? writeWhole(path + u"~"_s, *there) : there.error();
        // what an older version kept stays as it was, once
        if (problem.isEmpty() && !QFileInfo::exists(path + u".format1"_s) &&
            formatOf(std::string_view(there->constData(), std::size_t(there->size()))) == 1)
            problem = writeWhole(path + u".format1"_s, *there);
        if (!problem.isEmpty())
            return u"%1: the backup cannot be written beside it (%2) Nothing was changed; save somewhere else."_s.arg(
                info.fileName(), problem);
    }
    if (const auto problem = writeWhole(path, QByteArray::fromStdString(writeProject(m_project))); !problem.isEmpty())
        return problem;
    m_path = info.absoluteFilePath();
    m_recovered = false;
    m_stamp = stampOf(m_path);
    m_undo.setClean();
    if (m_journal) m_journal->begin(m_project, m_path, m_stamp);
    journalTried();
    emit fileChanged();
    return {};
}

bool Session::changedOnDisk() const {
    if (m_path.isEmpty()) return false;
    const auto now = stampOf(m_path);
    return now && now != m_stamp;
}

QString Session::save(bool overTheirs) {
    if (m_path.isEmpty()) return u"Choose a name first."_s;
    if (!overTheirs && changedOnDisk())
        return u"%1 was changed by another program since it was read here. Nothing was written."_s.arg(
            QFileInfo(m_path).fileName());
    return write(m_path);
}
QString Session::saveAs(const QString &path) {
    QString p = path;
    // "mill v1.2" has no suffix of ours: only the whole word counts
    if (!p.endsWith(u".lathewright"_s, Qt::CaseInsensitive)) p += u".lathewright"_s;
    return write(p);
}

std::vector<WaitingJournal> Session::waiting() const {
    return m_journalFolder.isEmpty() ? std::vector<WaitingJournal>() : Journal::waiting(m_journalFolder);
}

QString Session::recover(const QString &journal) {
    const auto r = Journal::read(journal);
    if (!r)
        return u"What was left behind cannot be read, or another Lathewright has taken it. It stays where it is: %1."_s
            .arg(journal);
    const auto checked = readProject(writeProject(r->project), "the recovered job");
    if (!checked) return QString::fromStdString(checked.error()) + u" It stays where it is: %1."_s.arg(journal);
    reset(checked->project, r->path, true, true, r->stamp);
    if (m_journal && m_journal->problem().isEmpty()) Journal::remove(journal);
    return {};
}

bool Session::recover() {
    const auto all = waiting();
    return !all.empty() && recover(all.front().file).isEmpty();
}

std::vector<DesignedAxis> Session::designed() const {
    std::vector<DesignedAxis> out;
    for (const auto &id : axes()) {
        const auto &p = proved(id);
        out.push_back({&p.model, &p.evaluation.state});
    }
    return out;
}
const std::vector<PartLine> &Session::parts() const {
    if (!m_stored) m_stored = readStoredParts(m_project);
    if (!m_parts) m_parts = partLines(*m_stored, designed(), true);
    return *m_parts;
}
const BuildPlan &Session::plan() const {
    if (!m_plan) m_plan = buildPlan(m_project, designed(), parts());
    return *m_plan;
}
const WiringSheet &Session::wiring() const {
    if (!m_wiring) {
        std::vector<WiredDesign> axes;
        for (const auto &a : designed())
            axes.push_back({a.model, a.state});
        m_wiring = wiringOf(m_project, axes);
    }
    return *m_wiring;
}
const PartTotals &Session::totals() const {
    if (!m_totals) {
        std::vector<std::string> open;
        for (const auto &a : designed())
            for (const auto &what : partsStillOpen(*a.model))
                open.push_back(a.model->id + " " + what);
        m_totals = partTotals(m_project, parts(), std::move(open));
    }
    return *m_totals;
}
const PredictionsByAxis &Session::predictions() const {
    if (!m_predictions) {
        m_predictions.emplace();
        for (const auto &a : designed())
            (*m_predictions)[a.model->id] = lw::predictions(m_project, *a.model, *a.state);
    }
    return *m_predictions;
}
const std::vector<LogEntry> &Session::log() const {
    if (!m_entries) m_entries = logEntries(m_project);
    if (!m_log) {
        m_log = *m_entries;
        judgeDecisions(*m_log, predictions());
    }
    return *m_log;
}
std::vector<AxisFinding> Session::notHolding() const {
    std::vector<AxisFinding> out;
    for (const auto &id : axes())
        for (const auto &f : proved(id).evaluation.findings)
            if (f.verdict != Verdict::Holds && !waitsForDesign(proved(id).model, f)) out.push_back({id, &f});
    const auto torque = [](const Finding &f) { return f.check->torqueRow; };
    std::stable_sort(out.begin(), out.end(), [&](const AxisFinding &a, const AxisFinding &b) {
        if (a.finding->verdict != b.finding->verdict) return a.finding->verdict < b.finding->verdict;
        return torque(*a.finding) > torque(*b.finding);
    });
    return out;
}
StationSummary Session::summary(StationId station, const std::string &axis) const {
    const auto &p = proved(axis);
    switch (station) {
    case StationId::Parts: { // the board asks for each axis at each look
        const auto it = m_partsSummary.find(axis);
        return it != m_partsSummary.end()
                   ? it->second
                   : m_partsSummary.emplace(axis, partsSummary(m_project, parts(axis))).first->second;
    }
    case StationId::Build: return buildSummary(plan(), axis);
    case StationId::FirstCuts: return cardsSummary(m_project, p.model, p.evaluation.state);
    case StationId::Log: return logSummary(log(), axis);
    case StationId::Drive: { // a wire that fails fails the drive it belongs to, and one of the machine every axis
        auto s = summarise(station, m_project, p.model, p.evaluation);
        if (s.verdict == Verdict::Fails || !p.model.hasMotor()) return s;
        for (const auto &f : wiring().findings) {
            const auto ours = [&] {
                if (f.place.kind != WirePlace::Kind::Supply) return f.place.id.empty() || f.place.id == axis;
                return f.place.id == p.model.supply.id;
            };
            if (f.verdict != Verdict::Fails || !ours()) continue;
            s.verdict = Verdict::Fails;
            s.sentence = f.title + ".";
            s.figure = f.figure;
            s.finding = nullptr;
            break;
        }
        return s;
    }
    default: return summarise(station, m_project, p.model, p.evaluation);
    }
}
std::string Session::now() const {
    const std::string real = clock ? clock() : QDateTime::currentDateTime().toString(Qt::ISODate).toStdString();
    const auto sample = textAt(m_project, "/today");
    return dayFromIso(sample) ? sample + real.substr(std::min<std::size_t>(10, real.size())) : real;
}
Day Session::today() const { return dayFromIso(now().substr(0, 10)).value_or(Day{}); }

std::vector<PartLine> Session::parts(const std::string &axis, const std::string &designId) const {
    if (designId.empty() || designId == design(axis)) { // as the whole job has them: what axes share is paid once
        std::vector<PartLine> own;
        for (const auto &line : parts())
            if (line.axis == axis) own.push_back(line);
        return own;
    }
    const auto &p = proved(axis, designId);
    if (!m_stored) m_stored = readStoredParts(m_project);
    return partLines(*m_stored, std::array{DesignedAxis{&p.model, &p.evaluation.state}}, false);
}

const ProvedAxis &Session::proved(const std::string &axis, const std::string &which) const {
    const auto d = which.empty() ? design(axis) : which;
    auto &slot = m_proved[axis + "/" + d];
    if (!slot) {
        slot = std::make_shared<ProvedAxis>();
        slot->model = readAxis(m_project, axis, d);
        slot->evaluation = prove(slot->model);
    }
    return *slot;
}
std::shared_ptr<const ProvedAxis> Session::provedHeld(const std::string &axis) const {
    const auto d = design(axis);
    (void)proved(axis, d);
    return m_proved.at(axis + "/" + d);
}

} // namespace lw
