#include "report/report.h"
#include "report/long_table.h"
#include "search/mends.h"
#include "session/disk.h"
#include "proof/cycle.h"
#include "survey/map.h"
#include "machine/classes.h"
#include "picture/plate_picture.h"
#include "picture/wiring_diagram.h"
#include "proof/checks/plate_of.h"
#include "picture/marks.h"
#include "picture/machine_sketch.h"
#include "picture/power_path.h"
#include "picture/rotary_views.h"
#include "picture/cycle_chart.h"
#include "picture/report_charts.h"
#include "proof/words/working.h"
#include <QBuffer>
#include <QFile>
#include <QPageLayout>
#include <QPainter>
#include <QPdfWriter>
#include <QRegularExpression>
#include <QSvgGenerator>
#include <QAbstractTextDocumentLayout>
#include <QTextBlock>
#include <QTextCursor>
#include <QTextDocument>
#include <QTextLayout>
#include <QTextObjectInterface>
#include <QTextTable>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// Where a drawing stands in the body: marks that no text of the job can hold, as esc() takes them out of it.
constexpr QChar placeFrom(0xE000), placeTo(0xE001);
QString placeOf(std::size_t drawing) { return placeFrom + QString::number(drawing) + placeTo; }

/// Stands for nothing that a person reads: controls, private areas, marks of direction, the place of an object.
bool hidden(QChar c) {
    return c.category() == QChar::Other_Control || c.category() == QChar::Other_PrivateUse ||
           c.category() == QChar::Other_Format || c == QChar::ObjectReplacementCharacter;
}

/// Text of the job on paper: no character of a private area, no control or direction mark gets through; a word longer
/// than any word is broken, as laying it out whole takes minutes.
} // namespace

QString paperText(const QString &s) {
    QString out;
    out.reserve(s.size());
    int run = 0;
    constexpr int longestWord = 60;
    for (qsizetype k = 0; k < s.size(); ++k) {
        const QChar c = s[k];
        if (c == u'\n' || c == u'\t' || c == u' ' || c == u'\u00a0')
            run = 0;
        else if (hidden(c))
            continue;
        else if (++run > longestWord && !c.isLowSurrogate()) {
            out += QChar(0x200B); // may be broken here
            run = 1;
        }
        out += c;
    }
    return out.toHtmlEscaped();
}
namespace {
QString esc(const QString &s) { return paperText(s); }
QString esc(std::string_view s) { return paperText(text(s)); }

/// Builds the body piece by piece; every text that comes from the job goes through esc().
class Writer {
public:
    explicit Writer(QString title) { m_report.title = std::move(title); }
    void head(int level, const QString &words) { m_report.body += u"<h%1>%2</h%1>\n"_s.arg(level).arg(esc(words)); }
    void words(const QString &w) { m_report.body += u"<p>"_s + esc(w) + u"</p>\n"_s; }
    void html(const QString &h) { m_report.body += h; }
    void drawing(QSizeF size, const QString &alt, std::function<void(QPainter &, const QRectF &)> paint) {
        m_report.body += u"<p>"_s + placeOf(m_report.drawings.size()) + u"</p>\n"_s;
        m_report.drawings.push_back({size, alt, std::move(paint)});
    }
    /// Thousands of rows are painted in groups, see long_table.h.
    void table(const QStringList &heads, const std::vector<QStringList> &rows, const QString &right = {}) {
        if (rows.size() < longTableFrom) return shortTable(heads, rows, right);
        for (auto &d : longTable(heads, rows, right, 660)) {
            m_report.body += u"<p>"_s + placeOf(m_report.drawings.size()) + u"</p>\n"_s;
            m_report.drawings.push_back(std::move(d));
        }
    }
    void newPage() { m_report.body += u"<div class=\"page\" style=\"page-break-before:always\"></div>\n"_s; }
    [[nodiscard]] Report take() { return std::move(m_report); }

private:
    void shortTable(const QStringList &heads, const std::vector<QStringList> &rows, const QString &right) {
        m_report.body += u"<table cellspacing=\"0\" cellpadding=\"3\" width=\"100%\"><tr>"_s;
        for (int c = 0; c < heads.size(); ++c)
            m_report.body += u"<th align=\"%1\">%2</th>"_s.arg(right.contains(QChar(u'0' + c)) ? u"right"_s : u"left"_s,
                                                               esc(heads[c]));
        m_report.body += u"</tr>\n"_s;
        for (const auto &r : rows) {
            m_report.body += u"<tr>"_s;
            for (int c = 0; c < r.size(); ++c)
                m_report.body += u"<td align=\"%1\" valign=\"top\">%2</td>"_s.arg(
                    right.contains(QChar(u'0' + c)) ? u"right"_s : u"left"_s, esc(r[c]).replace(u'\n', u"<br/>"_s));
            m_report.body += u"</tr>\n"_s;
        }
        m_report.body += u"</table>\n"_s;
    }
    Report m_report;
};

QString money(double v, const QString &currency) {
    return text(numberText(std::fabs(v) >= 100 ? std::round(v) : v, 6)) + u"\u00a0"_s + currency;
}
QString shownDate(const std::string &iso, Day today) {
    const auto d = dayFromIso(iso);
    return d ? text(shownDay(*d, today)) : QString::fromStdString(iso);
}
QString knownText(const Known &k, Dimension d, std::string_view unit) {
    return k.known() ? (k.assumed() ? u"≈ "_s : QString()) + text(withUnit(k.v, d, unit)) : u"not known"_s;
}
QString standingText(const Known &k) { return k.known() ? text(standingCode(k.standing)) : u"measure this"_s; }

void writeWorking(Writer &w, const AxisModel &m, const AxisState &s, const Finding &f) {
    const auto working = explain(m, s, f);
    if (working.steps.empty()) return;
    std::vector<QStringList> rows;
    for (const auto &step : working.steps)
        rows.push_back({text(step.name),
                        text(formulaText(step.symbol)) + u" = "_s + text(formulaText(step.formula)) + u"\n"_s +
                            text(figuresText(step)),
                        text(withUnit(step.result, step.dimension, step.unit))});
    w.table({u"working"_s, u"formula, figures put in"_s, u"result"_s}, rows, u"2"_s);
    QString t = u"Source: "_s + text(working.sourceTitle) + u"."_s;
    for (const auto &a : working.assumptions)
        t += u" "_s + text(a) + (a.ends_with('.') ? QString() : u"."_s);
    w.words(t);
}

/// The cards that were begun, what they say and what cures it; the map in words; worth a motor or not.
void writeSurvey(Writer &w, const Session &session, const ProvedAxis &p) {
    const auto &project = session.project();
    const auto map = surveyMap(project, p.model);
    if (!map.sentence.empty()) w.words(text(map.sentence));
    std::vector<QStringList> rows;
    for (const auto *card : surveyCardsOf(p.model, textAt(project, "/class"))) {
        const auto r = judgeSurveyCard(project, p.model, p.evaluation, card->id);
        if (r.begun)
            rows.push_back({text(verdictWord(r.verdict)), text(card->title), text(r.figure),
                            text(r.sentence) + (r.cure.empty() ? QString() : u"\n"_s + text(r.cure))});
    }
    if (!rows.empty()) w.table({u"verdict"_s, u"card"_s, u"figure"_s, u"what it says, and the cure"_s}, rows);
    const auto health = machineHealth(project, p.model, p.evaluation);
    w.words(text(health.sentence));
}

/// The cycle drawn and listed, every case of the demand, targets out of reach.
void writeDuty(Writer &w, const std::string &id, const AxisModel &m, const AxisState &s) {
    const auto cycle = cycleOf(m, s);
    if (cycle.blocks.empty()) return;
    w.head(3, u"Duty"_s);
    w.words(cycleSums(cycle));
    w.drawing({660, 330}, u"The work cycle of "_s + QString::fromStdString(id) + u": force and speed over time"_s,
              [m, cycle](QPainter &q, const QRectF &r) {
                  paintCycle(q, layOutCycle(r.adjusted(0, 4, 0, -4), m, cycle), m, cycle, -1, -1, {});
              });
    std::vector<QStringList> rows;
    for (const auto &b : cycle.blocks) {
        const auto &move = m.moves[std::size_t(b.move)];
        const QString sure = move.assumed ? u"≈ "_s : QString();
        rows.push_back({sure + text(move.name),
                        move.length.known() ? text(withUnit(move.length.v, Dimension::Length, "mm")) : QString(),
                        move.kind == MoveKind::Stand ? QString() : text(withUnit(b.speed, Dimension::Speed, "mm/min")),
                        text(withUnit(std::fabs(b.axial), Dimension::Force, "N")),
                        b.time == b.time ? text(withUnit(b.time, Dimension::Time, "s")) : text(b.missing)});
    }
    w.table({u"block"_s, u"length"_s, u"speed"_s, u"force along the screw"_s, u"time"_s}, rows, u"1234"_s);
    rows.clear();
    for (const auto &c : demandCases(m, s))
        rows.push_back({text(c.name), text(numberText(c.rpm, 3)), text(withUnit(c.torque, Dimension::Torque, "Nm")),
                        text(withUnit(c.design, Dimension::Torque, "Nm")),
                        text(withUnit(c.power, Dimension::Power, "W", 2))});
    w.table({u"case"_s, u"motor, rpm"_s, u"asks"_s, u"counted on"_s, u"power"_s}, rows, u"1234"_s);
    for (const auto &warning : targetWarnings(m, s))
        w.words(text(warning));
}

/// A slide as it was found and what it is asked.
void writeSlideAsked(Writer &w, const Session &session, const std::string &id) {
    const auto &p = session.proved(id);
    const auto &m = p.model;
    const auto &s = p.evaluation.state;
    const double tight = tightAndLoose(m).tight;
    std::vector<QStringList> found{
        {u"Travel"_s, knownText(m.travel, Dimension::Length, "mm"), standingText(m.travel)},
        {u"Moving mass"_s, knownText(m.mass, Dimension::Mass, "kg"), standingText(m.mass)},
        {tight == tight ? u"Largest reading of the pull, which sizes the motor"_s : u"Pull"_s,
         knownText(m.pull, Dimension::Force, "N"), standingText(m.pull)},
        {u"Pull to start over pull to keep moving"_s, knownText(m.breakaway, Dimension::Number, ""),
         standingText(m.breakaway)},
        {u"Lead"_s, knownText(m.lead, Dimension::Length, "mm"), standingText(m.lead)},
        {u"Lost motion now"_s, knownText(m.lostNow, Dimension::Length, "mm"), standingText(m.lostNow)},
        {u"Run-out"_s, knownText(m.runOut, Dimension::Length, "mm"), standingText(m.runOut)},
        {u"Rapid wanted"_s, knownText(m.rapid, Dimension::Speed, "mm/min"), standingText(m.rapid)},
        {u"Acceleration"_s, knownText(m.acceleration, Dimension::Acceleration, "m/s2"), standingText(m.acceleration)}};
    if (tight == tight) // as the board has it
        found.insert(found.begin() + 2, {u"Pull at the tightest place, mean of both ways"_s,
                                         text(withUnit(tight, Dimension::Force, "N")), standingText(m.pull)});
    w.table({u"what"_s, u"value"_s, u"how known"_s}, found, u"1"_s);
    if (m.readings.size() > 1)
        w.drawing({660, 250}, u"Pull along the travel of "_s + QString::fromStdString(id),
                  [m, s](QPainter &q, const QRectF &r) { paintPullChart(q, r, m, s); });
    writeSurvey(w, session, p);
    writeDuty(w, id, m, s);
}

/// A table that turns, in its own units.
void writeTableAsked(Writer &w, const std::string &id, const AxisModel &m, const AxisState &s) {
    const auto &t = *m.rotary();
    const auto &r = s.rotary;
    const auto worked = [](double v, Dimension d, std::string_view unit) {
        return v == v ? text(withUnit(v, d, unit)) : u"not known"_s;
    };
    const auto row = [](const QString &name, const Known &k, Dimension d, std::string_view unit) {
        return QStringList{name, knownText(k, d, unit), standingText(k)};
    };
    w.table({u"what"_s, u"value"_s, u"how known"_s},
            {{u"It is for"_s, text(std::string(rotaryTargets(t.purpose).name)), QString()},
             row(u"Inertia of what turns"_s, m.mass, Dimension::Inertia, "kgm2"),
             {u"Weight out of the middle"_s, worked(t.unbalance, Dimension::Torque, "Nm"), u"computed"_s},
             row(u"Drag of the table"_s, m.pull, Dimension::Torque, "Nm"),
             row(u"Radius of the cut"_s, t.radius, Dimension::Length, "mm"),
             row(u"Force along the circle"_s, t.force, Dimension::Force, "N"),
             row(u"Axis over the table"_s, t.height, Dimension::Length, "mm"),
             row(u"Jaws opened reach"_s, t.jaws, Dimension::Length, "mm"),
             {u"Room over the open jaws"_s, worked(r.gap, Dimension::Length, "mm"), u"computed"_s},
             row(u"Turns at"_s, m.rapid, Dimension::RotationSpeed, "rpm"),
             {u"A quarter turn, a whole one"_s,
              worked(r.quarter, Dimension::Time, "s") + u", "_s + worked(r.turn, Dimension::Time, "s"), u"computed"_s},
             {u"Step"_s, worked(r.step, Dimension::Angle, "arcsec"), u"computed"_s}},
            u"1"_s);
    w.drawing({660, 300}, u"The unit of "_s + QString::fromStdString(id) + u" under the head, to scale"_s,
              [m, s](QPainter &q, const QRectF &area) { paintRotaryViews(q, area, m, s); });
}

/// The plates that are written down: to scale, with how each hole is found.
void writePlates(Writer &w, const ProvedAxis &p) {
    for (const auto kind : plateKinds) {
        const auto plate = p.model.plateSaid(kind) ? plateOfAxis(p.model, p.evaluation.state, kind) : std::nullopt;
        if (!plate) continue;
        w.head(3, text(plateName(kind).title));
        if (plate->draft()) w.words(u"DRAFT. Not known: "_s + text(plate->open.front()) + u"."_s);
        w.drawing({360, 440}, u"%1, to scale, %2"_s.arg(text(plateName(kind).title), seenFrom(kind)),
                  [plate](QPainter &q, const QRectF &area) { paintPlate(q, area, *plate, {}); });
        std::vector<QStringList> rows;
        for (const auto &r : holeRows(*plate))
            rows.push_back({QString::number(rows.size() + 1), r.size, r.purpose, r.x, r.y, r.how});
        w.table({u"hole"_s, u"Ø, mm"_s, u"for"_s, u"x"_s, u"y"_s, u"how"_s}, rows, u"34"_s);
    }
}

void writeAxis(Writer &w, const Session &session, const std::string &id) {
    const auto &p = session.proved(id);
    const auto &m = p.model;
    const auto &s = p.evaluation.state;
    const auto &project = session.project();
    w.head(2, u"Axis %1: %2"_s.arg(QString::fromStdString(id), QString::fromStdString(m.what)));
    w.words(text(headline(StationId::Proof, m, p.evaluation)) + u"."_s);
    w.head(3, u"As found and asked"_s);
    if (m.rotary())
        writeTableAsked(w, id, m, s);
    else
        writeSlideAsked(w, session, id);
    if (m.hasMotor()) {
        w.head(3, u"Drive: "_s + session.typedAt("/axes/" + id + "/designs/" + m.designId + "/text"));
        if (m.rotary() && m.hasStage<ToothedBelt>())
            w.drawing({300, 270}, u"The belt of "_s + QString::fromStdString(id) + u", to scale"_s,
                      [m, s](QPainter &q, const QRectF &r) { paintChainEnd(q, r, m, s, 0); });
        if (!m.rotary())
            w.drawing({660, 270},
                      u"The power path of "_s + QString::fromStdString(id) +
                          u", from the motor end and from the front, to scale"_s,
                      [m, s](QPainter &q, const QRectF &r) {
                          paintPowerPath(q, QRectF(r.left(), r.top(), r.width() * 0.27, r.height()),
                                         QRectF(r.left() + r.width() * 0.29, r.top(), r.width() * 0.71, r.height()), m,
                                         s, 0, 0.5);
                      });
        const auto findings = p.evaluation.findings;
        w.drawing({660, 330}, u"Torque over speed of "_s + QString::fromStdString(id),
                  [m, s, findings](QPainter &q, const QRectF &r) {
                      q.setFont(face(16, true)); // its title stays on its page
                      q.setPen(theme().ink);
                      q.drawText(QRectF(r.left(), r.top(), r.width(), 24), Qt::AlignLeft | Qt::AlignVCenter,
                                 u"Torque over speed"_s);
                      paintTorqueChart(q, r.adjusted(0, 26, 0, 0), m, s, findings);
                  });
    }
    writePlates(w, p);
    w.head(3, u"Findings, worst first"_s);
    std::vector<QStringList> rows;
    for (const auto &f : p.evaluation.findings)
        rows.push_back(
            {text(verdictWord(f.verdict)), text(f.check->code),
             text(sentenceOf(m, s, f)) + (f.verdict == Verdict::Holds ? QString() : u"\n"_s + text(leverOf(m, f))),
             f.missing ? u"not known"_s : text(figuresOf(f)), f.rung && !f.missing ? text(marginText(f)) : QString()});
    w.table({u"verdict"_s, u"check"_s, u"what, and the first lever"_s, u"asks of has"_s, u"margin"_s}, rows, u"34"_s);
    for (const auto &f : p.evaluation.findings)
        if (const auto words = cautionOf(m, s, f); !words.empty())
            w.html(u"<p><b>//  Caution.</b> "_s + esc(words) + u"</p>\n"_s);
    for (const auto &f : p.evaluation.findings) {
        if (f.verdict == Verdict::Holds || f.missing) continue;
        w.head(4, text(f.check->code) + u"  "_s + text(titleOf(m, f))); // a title: it stays with its working
        writeWorking(w, m, s, f);
    }
    // cards, said against is, settings
    const auto specs = cardsOf(m);
    const auto cards = judgeCards(project, m, s);
    w.head(3, u"First cuts"_s);
    std::vector<QStringList> cardRows;
    int open = 0;
    for (std::size_t k = 0; k < cards.size(); ++k) {
        open += !cards[k].passes();
        cardRows.push_back(
            {QString::number(k + 1), text(specs[k]->title),
             cards[k].begun ? cards[k].waived ? u"waived"_s : text(verdictWord(cards[k].verdict)) : u"open"_s,
             cards[k].begun ? QString::fromStdString(cards[k].sentence) : QString()});
    }
    w.table({u"card"_s, u"name"_s, u"verdict"_s, u"says"_s}, cardRows);
    std::vector<QStringList> said;
    for (const auto &q : session.predictions().at(id)) {
        auto figure = [&](double v) {
            return v == v ? q.unit == "K" || q.unit == "1/mm" ? text(numberText(v, 5))
                                                              : text(valueText(v, q.dimension, q.unit, 4))
                          : u"–"_s;
        };
        said.push_back({text(q.label) + u", "_s + text(unitLabel(q.unit)),
                        (q.notBefore ? u"not before "_s : QString()) + figure(q.said), figure(q.is),
                        q.verdict == Verdict::NotKnown ? QString() : text(verdictWord(q.verdict))});
    }
    w.table({u"said and is"_s, u"said"_s, u"is"_s, u""_s}, said, u"12"_s);
    w.head(3, open ? u"Settings sheet: DRAFT, %1 cards open"_s.arg(open) : u"Settings sheet"_s);
    std::vector<QStringList> sheet;
    for (const auto &l : settingsSheet(project, m, s))
        sheet.push_back({QString::fromStdString(l.label), l.known ? QString::fromStdString(l.value) : u"not known"_s,
                         l.unit == "1/mm" ? u"per mm"_s : text(unitLabel(l.unit)),
                         l.source == 'd'   ? u"design"_s
                         : l.source == 'c' ? u"card"_s
                                           : u"typed"_s,
                         l.known ? QString::fromStdString(l.how) : u"needed: "_s + QString::fromStdString(l.missing)});
    w.table({u"setting"_s, u"value"_s, u"unit"_s, u"from"_s, u"how"_s}, sheet, u"1"_s);
}

/// What is to be done first, as the board has it: the worst rows with what would mend them.
/// The machine's electrics: the diagram, what is found, the cables to cut.
void writeWiring(Writer &w, const Session &session) {
    const auto sheet = session.wiring();
    if (sheet.supplies.empty()) return;
    w.head(2, u"Wiring"_s);
    w.drawing({860, 500}, u"One line from the mains to the motors"_s,
              [sheet](QPainter &q, const QRectF &r) { (void)paintWiring(q, r, sheet, WirePlace{}); });
    std::vector<QStringList> rows;
    for (const auto &f : sheet.findings)
        rows.push_back({text(verdictWord(f.verdict)), text(f.title),
                        text(f.sentence) + (f.lever.empty() ? QString() : u"\n"_s + text(f.lever)), text(f.figure)});
    w.table({u"verdict"_s, u"what"_s, u"how it stands, and what mends it"_s, u"figure"_s}, rows, u"3"_s);
    const auto mains = caution("S01", notKnown);
    if (mains.text) w.html(u"<p><b>//  "_s + esc(mains.text->head) + u".</b> "_s + esc(mains.words) + u"</p>\n"_s);
    auto cables = cableList(sheet);
    std::vector<QStringList> list;
    for (std::size_t k = 1; k < cables.size(); ++k) {
        const auto &c = cables[k];
        list.push_back(
            {text(c[0]), text(c[1]), text(c[2]), text(c[3]), text(c[4]), text(c[5]), text(c[6]), text(c[8])});
    }
    w.head(3, u"Cables"_s);
    w.table({u"id"_s, u"from"_s, u"to"_s, u"for"_s, u"cores"_s, u"mm²"_s, u"m"_s, u"plug"_s}, list, u"56"_s);
}
void writeFirst(Writer &w, const Session &session, const std::vector<AxisFinding> &open) {
    constexpr std::size_t most = 6;
    const QString own = text(unitLabel(textAt(session.project(), "/currency", "EUR")));
    std::vector<QStringList> rows;
    for (const auto &step : session.plan().steps)
        if (!step.traps.empty() && rows.size() < most)
            rows.push_back({text(verdictWord(Verdict::Fails)), QString::fromStdString(step.axis),
                            QString::fromStdString(step.text) + u": to be made with its slide off"_s,
                            step.remedies.empty() ? QString() : QString::fromStdString(step.remedies.front().text)});
    std::map<std::string, std::unique_ptr<MendFinder>> finders;
    for (const auto &f : open) {
        if (rows.size() == most || f.finding->verdict == Verdict::Watch) break;
        const auto &p = session.proved(f.axis);
        auto &finder = finders[f.axis];
        if (!finder) finder = std::make_unique<MendFinder>(session.project(), p.model);
        const auto mends = finder->of(*f.finding);
        rows.push_back(
            {text(verdictWord(f.finding->verdict)), QString::fromStdString(f.axis),
             text(sentenceOf(p.model, p.evaluation.state, *f.finding)),
             mends.empty() ? text(leverOf(p.model, *f.finding)) : text(mendWords(mends.front(), own.toStdString()))});
    }
    if (rows.empty()) return;
    w.head(3, u"What to do first"_s);
    w.table({u""_s, u"axis"_s, u"what"_s, u"what would fix it"_s}, rows);
}
} // namespace

Report makeReport(const Session &session) {
    const auto &project = session.project();
    const QString own = text(unitLabel(textAt(project, "/currency", "EUR")));
    const auto today = session.today();
    Writer w(session.name());
    w.head(1, session.name());
    const auto *cls = machineClass(textAt(project, "/class"));
    w.words(
        u"%1. Report of %2. Everything was worked out on this computer from what was typed; ≈ marks what is assumed."_s
            .arg(cls ? text(cls->shown) : QString(),
                 text(shownDay(today)) + u" "_s + QString::fromStdString(isoDay(today).substr(0, 4))));
    w.drawing({240, 200}, u"The machine"_s, [cls](QPainter &q, const QRectF &r) {
        paintMachine(q, r, cls ? cls->code : std::string_view("bench_mill"), {}, false);
    });
    // the answer
    w.head(2, u"Where it stands"_s);
    std::vector<QStringList> board;
    int fails = 0;
    for (const auto &id : session.axes()) {
        QStringList row{QString::fromStdString(id)};
        for (auto station : {StationId::AsFound, StationId::Duty, StationId::Drive, StationId::Proof, StationId::Parts,
                             StationId::Build, StationId::FirstCuts, StationId::Log}) {
            const auto s = session.summary(station, id);
            row << (s.begun ? text(verdictWord(s.verdict)) + u"\n"_s : QString()) + QString::fromStdString(s.figure);
        }
        for (const auto &f : session.proved(id).evaluation.findings)
            fails += f.verdict == Verdict::Fails;
        board.push_back(row);
    }
    w.table({u"axis"_s, u"as found"_s, u"duty"_s, u"drive"_s, u"proof"_s, u"parts"_s, u"build"_s, u"first cuts"_s,
             u"log"_s},
            board);
    const auto &plan = session.plan();
    for (const auto &s : plan.steps)
        fails += !s.traps.empty();
    const auto &totals = session.totals();
    const auto open = session.notHolding();
    const auto unknown =
        std::count_if(open.begin(), open.end(), [](const auto &f) { return f.finding->verdict == Verdict::NotKnown; });
    w.words((fails ? u"Not ready to order: %1 to fix first"_s.arg(fails) : u"Nothing fails"_s) +
            (unknown ? u"; %1 not known."_s.arg(unknown) : u"."_s));
    writeFirst(w, session, open);
    w.words(u"Money: %1%2 spent, %3 to buy, %4 contingency%5%6%7."_s.arg(
        totals.atLeast() ? u"at least "_s : QString(), money(totals.committed, own), money(totals.remaining, own),
        money(totals.contingency, own),
        totals.budget == totals.budget ? u", %1 of %2"_s.arg(money(totals.forecast, own), money(totals.budget, own))
                                       : QString(),
        totals.unpriced ? u"; %1 lines without a price"_s.arg(totals.unpriced) : QString(),
        totals.open.empty() ? QString() : u"; not chosen yet: "_s + QString::fromStdString(totals.openText())));
    QStringList missing;
    for (const auto &what : leftOutOfList(session.parts()))
        missing << QString::fromStdString(what);
    if (!missing.isEmpty()) w.words(u"Not on the list of parts: "_s + missing.join(u", "_s) + u"."_s);
    w.words(u"Work: %1 h left of %2 planned."_s.arg(text(numberText(plan.left, 3)), text(numberText(plan.planned, 3))));
    for (const auto &id : session.axes())
        writeAxis(w, session, id);
    // parts
    writeWiring(w, session);
    w.head(2, u"Parts"_s);
    std::vector<QStringList> parts;
    for (const auto &l : session.parts()) {
        const auto o = l.state == PartState::Idea && l.source == "buy" ? orderBy(l, plan, today) : OrderBy();
        parts.push_back(
            {QString::fromStdString(l.axis),
             QString::fromStdString(l.text) +
                 (l.matches ? QString() : u"\nno longer matches: "_s + QString::fromStdString(l.wanted)),
             QString::number(l.quantity),
             l.price == l.price
                 ? (l.priceAssumed ? u"≈ "_s : QString()) +
                       money(l.price,
                             text(unitLabel(l.currency.empty() ? textAt(project, "/currency", "EUR") : l.currency)))
                 : u"not known"_s,
             QString::fromStdString(l.from), text(stateCode(l.state)),
             o.day ? text(shownDay(*o.day, today)) : QString()});
    }
    w.table({u"axis"_s, u"part"_s, u"qty"_s, u"price"_s, u"from"_s, u"state"_s, u"order by"_s}, parts, u"23"_s);
    // order of work
    w.head(2, u"Order of the work"_s);
    if (!plan.problem.empty()) w.words(QString::fromStdString(plan.problem));
    std::vector<QStringList> steps;
    int n = 0;
    for (const auto &s : plan.steps) {
        QString note = QString::fromStdString(s.note);
        if (!s.traps.empty())
            note = u"TRAP: made while its slide is off. "_s +
                   (s.remedies.empty() ? QString() : QString::fromStdString(s.remedies.front().text)) +
                   (note.isEmpty() ? QString() : u". "_s + note);
        for (const auto &c : s.cautions)
            if (c.text->severity == Severity::Danger)
                note += (note.isEmpty() ? QString() : u"\n"_s) + u"// "_s + text(c.text->head);
        steps.push_back({QString::number(++n), QString::fromStdString(s.axis), QString::fromStdString(s.text),
                         text(numberText(s.hours, 3)), s.done() ? u"done "_s + shownDate(s.doneOn, today) : QString(),
                         note});
    }
    w.table({u"no."_s, u"axis"_s, u"step"_s, u"h"_s, u""_s, u"mind"_s}, steps, u"3"_s);
    w.words(text(localRulesFirst()));
    // log
    w.head(2, u"Log"_s);
    w.words(text(logHeadline(session.log())) + u"."_s);
    std::vector<QStringList> log;
    for (const auto &e : session.log()) {
        QString figures =
            e.before.empty() ? QString::fromStdString(e.after) : QString::fromStdString(e.before + " → " + e.after);
        if (!e.label.empty()) figures = QString::fromStdString(e.label) + u" "_s + figures;
        log.push_back(
            {shownDate(e.date, today), text(logKindCode(e.kind)), QString::fromStdString(e.axis),
             QString::fromStdString(e.text + (e.reason.empty() ? "" : "\n" + e.reason)),
             figures + (e.verdictWords.empty() ? QString() : u"\n"_s + QString::fromStdString(e.verdictWords)),
             e.hours > 0 ? text(numberText(e.hours, 3)) : QString()});
    }
    w.table({u"date"_s, u"kind"_s, u"axis"_s, u"what"_s, u"figures"_s, u"h"_s}, log, u"5"_s);
    return w.take();
}

Report makeJobCards(const Session &session, const std::string &axis) {
    const auto &plan = session.plan();
    Writer w(session.name() + u", job cards"_s);
    w.head(1, session.name() + u": job cards"_s);
    int onPage = 0;
    bool any = false;
    for (const auto &s : plan.steps) {
        if (s.done() || (!axis.empty() && s.axis != axis && !s.axis.empty())) continue;
        if (onPage == 3) {
            w.newPage();
            onPage = 0;
        }
        ++onPage;
        any = true;
        w.head(2, u"[  ]  %1%2"_s.arg(s.axis.empty() ? QString() : QString::fromStdString(s.axis) + u"   "_s,
                                      QString::fromStdString(s.text)));
        std::vector<QStringList> rows;
        rows.push_back({u"hours"_s, u"planned %1, took ________"_s.arg(text(numberText(s.hours, 3)))});
        QStringList after;
        for (const auto &k : s.after)
            if (const auto *b = plan.step(k))
                after << QString::fromStdString(b->text) + (b->done() ? u" (done)"_s : QString());
        if (!after.isEmpty()) rows.push_back({u"after"_s, after.join(u", "_s)});
        if (!s.needsText.empty())
            rows.push_back({u"made on"_s, QString::fromStdString(s.needsText).remove(QRegularExpression(u"@\\d"_s)) +
                                              (s.toleranceMm == s.toleranceMm
                                                   ? u", within ±%1 mm"_s.arg(text(numberText(s.toleranceMm, 2)))
                                                   : QString())});
        if (!s.missing.empty()) {
            QStringList parts;
            for (const auto &m : s.missing)
                parts << QString::fromStdString(m);
            rows.push_back({u"waits for"_s, parts.join(u", "_s)});
        }
        if (!s.traps.empty())
            rows.push_back(
                {u"TRAP"_s, u"its slide would be off. "_s +
                                (s.remedies.empty() ? QString() : QString::fromStdString(s.remedies.front().text))});
        if (!s.note.empty()) rows.push_back({u"mind"_s, QString::fromStdString(s.note)});
        w.table({u""_s, u""_s}, rows);
        for (const auto &c : s.cautions)
            w.html(u"<p><b>//  %1.</b> %2</p>\n"_s.arg(esc(c.text->head), esc(c.words)));
        w.words(u"measured: ______________   ______________   ______________      date: __________"_s);
    }
    if (!any) w.words(u"No open step."_s);
    w.words(text(localRulesFirst()));
    return w.take();
}

QString reportHtml(const Report &report) {
    QString body;
    const PrintScope paper;
    qsizetype done = 0;
    for (std::size_t k = 0; k < report.drawings.size(); ++k) { // they stand in the body in their order
        const auto &d = report.drawings[k];
        const QString place = u"<p>"_s + placeOf(k) + u"</p>"_s;
        const auto at = report.body.indexOf(place, done);
        if (at < 0) continue;
        if (!d.html.isEmpty()) {
            body += report.body.mid(done, at - done) + d.html;
            done = at + place.size();
            continue;
        }
        QByteArray svg;
        QBuffer buffer(&svg);
        QSvgGenerator generator;
        generator.setOutputDevice(&buffer);
        generator.setResolution(96);
        generator.setSize(d.size.toSize());
        generator.setViewBox(QRectF(QPointF(0, 0), d.size));
        generator.setTitle(d.alt);
        {
            QPainter p(&generator);
            d.paint(p, QRectF(QPointF(0, 0), d.size));
        }
        QString code = QString::fromUtf8(svg);
        code = code.mid(code.indexOf(u"<svg"_s)); // no declaration inside a page
        code.removeIf([](QChar c) { return hidden(c) && !c.isSpace(); });
        body += report.body.mid(done, at - done) + u"<figure role=\"img\" aria-label=\""_s + esc(d.alt) + u"\">"_s +
                code + u"</figure>"_s;
        done = at + place.size();
    }
    body += report.body.mid(done);
    return u"<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"/><title>%1</title><style>\n"
           "body{font-family:'B612','Lathewright "
           "Sans',sans-serif;font-size:14px;color:#000;background:#fff;max-width:900px;margin:24px "
           "auto;line-height:1.32}\n"
           "h1{font-size:26px}h2{font-size:22px;border-bottom:2px solid "
           "#000}h3{font-size:18px}h4{font-size:14px;margin:10px 0 2px}figure{margin:8px "
           "0}svg{max-width:100%;height:auto}\n"
           "table{border-collapse:collapse;margin:6px 0 14px}th{border-bottom:1.5px solid "
           "#000;font-size:13px}td{border-bottom:1px solid #bbb}\n"
           "@media print{.page{page-break-before:always}}\n</style></head><body>\n"_s.arg(esc(report.title)) +
           body + u"</body></html>\n"_s;
}

namespace {
/// A drawing inside a text document, painted as itself rather than as a picture of it.
class DrawingObject : public QObject, public QTextObjectInterface {
    Q_OBJECT
    Q_INTERFACES(QTextObjectInterface)
public:
    static constexpr int type = QTextFormat::UserObject + 1, number = QTextFormat::UserProperty + 1;
    DrawingObject(const Report &report, double width) : m_report(report), m_width(width) {}
    QSizeF intrinsicSize(QTextDocument *, int, const QTextFormat &format) override {
        const QSizeF s = m_report.drawings[std::size_t(format.intProperty(number))].size;
        return s.width() > m_width ? s * (m_width / s.width()) : s;
    }
    void drawObject(QPainter *p, const QRectF &rect, QTextDocument *, int, const QTextFormat &format) override {
        const auto &d = m_report.drawings[std::size_t(format.intProperty(number))];
        p->save();
        p->translate(rect.topLeft());
        p->scale(rect.width() / d.size.width(), rect.height() / d.size.height());
        d.paint(*p, QRectF(QPointF(0, 0), d.size));
        p->restore();
    }

private:
    const Report &m_report;
    double m_width;
};
} // namespace

namespace {
/// A stretch of the sheet that is not cut, from its top to the top of the next.
struct Piece {
    double top;
    bool keepsNext = false; ///< a title, the head of a table: goes with what follows
    bool newPage = false;
};
std::vector<Piece> piecesOf(const QTextDocument &doc) {
    std::vector<Piece> out;
    const auto *layout = doc.documentLayout();
    bool title = false;
    for (auto it = doc.rootFrame()->begin(); !it.atEnd(); ++it) {
        if (auto *table = qobject_cast<QTextTable *>(it.currentFrame())) {
            for (int r = 0; r < table->rows(); ++r) {
                double top = 1e18;
                for (int c = 0; c < table->columns(); ++c)
                    top = std::min(top,
                                   layout->blockBoundingRect(table->cellAt(r, c).firstCursorPosition().block()).top());
                out.push_back({top - table->format().cellPadding() - 1, r == 0, false});
            }
            title = false;
        } else if (const auto block = it.currentBlock(); block.isValid()) {
            const bool forced = block.blockFormat().pageBreakPolicy() & QTextFormat::PageBreak_AlwaysBefore;
            const auto rect = layout->blockBoundingRect(block);
            const bool empty = block.text().trimmed().isEmpty();
            // what a break stands in front of may be an empty paragraph: it goes with what follows
            title = block.blockFormat().headingLevel() > 0 || (empty && (forced || title));
            if (block.lineCount() > 3 && !title) { // a long paragraph may be cut between its lines, not after the first
                for (int l = 0; l < block.layout()->lineCount(); ++l)
                    if (l != 1 && l != block.layout()->lineCount() - 1)
                        out.push_back({rect.top() + (l ? block.layout()->lineAt(l).y() : 0), false, forced && l == 0});
            } else {
                out.push_back({rect.top(), title, forced});
            }
        }
    }
    return out;
}
/// Tops of the pages and the bottom of the last: no row, title or drawing is cut, no title or table head stands alone
/// at the foot of a page. What is longer than a page is cut where the page ends.
std::vector<double> pageCuts(const QTextDocument &doc, double height) {
    const auto pieces = piecesOf(doc);
    const double end = doc.size().height();
    std::vector<double> cuts{0};
    std::size_t best = 0; // the last piece that may begin a page
    for (std::size_t k = 0; k <= pieces.size(); ++k) {
        const double top = k < pieces.size() ? pieces[k].top : end;
        while (top - cuts.back() > height)
            cuts.push_back(best > 0 && pieces[best].top > cuts.back() + 1 ? pieces[best].top : cuts.back() + height);
        if (k == pieces.size()) break;
        if (pieces[k].newPage && top > cuts.back() + 1) cuts.push_back(top);
        if (k == 0 || !pieces[k - 1].keepsNext) best = k;
    }
    cuts.push_back(end);
    return cuts;
}
} // namespace

void paintReport(const Report &report, QPagedPaintDevice &device) {
    const PrintScope paper;
    QPainter painter(&device);
    const double scale = device.logicalDpiX() / 96.0;
    painter.scale(scale, scale);
    const QSizeF page = QSizeF(device.width(), device.height()) / scale;
    constexpr double foot = 24;
    QTextDocument doc;
    doc.setDefaultFont(face(13));
    doc.setDocumentMargin(0);
    doc.setDefaultStyleSheet(u"h1{font-size:26px} h2{font-size:20px} h3{font-size:16px} "
                             u"h4{font-size:13px;margin-top:6px;margin-bottom:2px} th{font-weight:bold} "
                             u"p{margin-top:3px;margin-bottom:5px}"_s);
    DrawingObject object(report, page.width());
    doc.documentLayout()->registerHandler(DrawingObject::type, &object);
    doc.setHtml(report.body);
    std::size_t number = 0;
    for (auto block = doc.begin(); block.isValid() && number < report.drawings.size(); block = block.next()) {
        const QString place = placeOf(number);
        const auto at = block.text().indexOf(place);
        if (at < 0) continue;
        QTextCursor found(block);
        found.setPosition(block.position() + int(at));
        found.setPosition(block.position() + int(at + place.size()), QTextCursor::KeepAnchor);
        QTextCharFormat format;
        format.setObjectType(DrawingObject::type);
        format.setProperty(DrawingObject::number, int(number++));
        found.insertText(QString(QChar::ObjectReplacementCharacter), format);
    }
    doc.setTextWidth(page.width()); // one long sheet; where it is cut into pages is decided here
    const auto cuts = pageCuts(doc, page.height() - foot);
    const int pages = int(cuts.size()) - 1;
    for (int k = 0; k < pages; ++k) {
        if (k) device.newPage();
        const double top = cuts[std::size_t(k)], height = cuts[std::size_t(k) + 1] - top;
        painter.save();
        painter.setClipRect(QRectF(0, 0, page.width(), height));
        painter.translate(0, -top);
        QAbstractTextDocumentLayout::PaintContext context;
        context.palette.setColor(QPalette::Text, Qt::black);
        context.clip = QRectF(0, top, page.width(), height);
        doc.documentLayout()->draw(&painter, context);
        painter.restore();
        painter.setFont(face(13));
        painter.setPen(Qt::black);
        painter.drawText(QRectF(0, page.height() - 18, page.width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
                         report.title);
        painter.drawText(QRectF(0, page.height() - 18, page.width(), 18), Qt::AlignRight | Qt::AlignVCenter,
                         u"%1 of %2"_s.arg(k + 1).arg(pages));
    }
}

QString writeReport(const Report &report, const QString &path, QPageSize::PageSizeId paper) {
    QByteArray content;
    if (path.endsWith(u".html"_s, Qt::CaseInsensitive) || path.endsWith(u".htm"_s, Qt::CaseInsensitive)) {
        content = reportHtml(report).toUtf8();
    } else if (path.endsWith(u".pdf"_s, Qt::CaseInsensitive)) {
        QBuffer buffer(&content);
        buffer.open(QIODevice::WriteOnly);
        QPdfWriter writer(&buffer);
        writer.setResolution(96);
        writer.setPageSize(QPageSize(paper));
        writer.setPageMargins(QMarginsF(16, 14, 16, 12), QPageLayout::Millimeter);
        writer.setTitle(report.title);
        writer.setCreator(u"Lathewright"_s);
        paintReport(report, writer);
    } else {
        return u"%1: the name must end in .html or .pdf."_s.arg(path);
    }
    return writeWhole(path, content);
}

} // namespace lw

#include "report.moc"
