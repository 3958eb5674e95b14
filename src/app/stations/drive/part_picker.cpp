#include "app/stations/drive/part_picker.h"
#include "app/entries/cells.h"
#include "app/stations/drive/own_row_dialog.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include "proof/checks/limits.h"
#include "proof/words/narrate.h"
#include "session/user_data.h"
#include "units/plain_number.h"
#include <QButtonGroup>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
struct PickedKind {
    Exchanged kind;
    std::string_view word;
    std::string_view table; ///< of the catalogue, where a part of one's own goes
};
constexpr PickedKind pickedKinds[] = {{Exchanged::Motor, "Motor", "motors"},
                                      {Exchanged::Drive, "Drive", "drives"},
                                      {Exchanged::Supply, "Supply", "supplies"},
                                      {Exchanged::Reduction, "Reduction", "pulleys"},
                                      {Exchanged::Screw, "Screw", "screws"},
                                      {Exchanged::Reducer, "Reducer", "reducers"},
                                      {Exchanged::Bearings, "Bearings", "bearings"},
                                      {Exchanged::Nut, "Nut", "nuts"},
                                      {Exchanged::Bush, "Bush", "bushes"}};
/// Every word stands in the name, or is a need: "at least 4 N·m", "bore 14".
bool meets(const Alternative &a, const QString &words) {
    const QString name = text(a.name);
    const auto asked = words.simplified();
    if (asked.startsWith(u"at least "_s)) { // the first figure of the name in that unit
        static const QRegularExpression figure(u"([0-9.]+)\\s*(\\S.*)$"_s);
        const auto m = figure.match(asked.mid(9));
        if (!m.hasMatch()) return true;
        const QString unit = QRegularExpression::escape(m.captured(2).trimmed()).replace(u"\\·"_s, u".?"_s);
        const QRegularExpression in(u"([0-9.]+)\\s*"_s + unit, QRegularExpression::CaseInsensitiveOption);
        const auto have = in.match(name);
        return have.hasMatch() && have.captured(1).toDouble() >= m.captured(1).toDouble() - 1e-9;
    }
    for (const auto &w : asked.split(u' ', Qt::SkipEmptyParts))
        if (!name.contains(w, Qt::CaseInsensitive)) return false;
    return true;
}
} // namespace

class PartPicker::Curves : public QWidget {
public:
    explicit Curves(QWidget *parent) : QWidget(parent) {
        setObjectName(u"pickCurves"_s);
        setAccessibleName(u"Torque over speed of the design and the marked part"_s);
        setFixedHeight(172);
    }
    std::vector<ComparedMotor> motors;

protected:
    void paintEvent(QPaintEvent *) override {
        QPainter p(this);
        p.fillRect(rect(), theme().sheet);
        paintCompared(p, rect(), motors);
    }
};

PartPicker::PartPicker(Session *session, QWidget *parent) : QDialog(parent), m_session(session), m_trial(session) {
    setObjectName(u"partPicker"_s);
    setWindowTitle(u"Others of this part"_s);
    resize(720, 620);
    auto *v = new QVBoxLayout(this);
    auto *row = new QHBoxLayout;
    m_kinds = new QButtonGroup(this);
    for (const auto &k : pickedKinds) {
        const QString word = text(k.word);
        auto *b = makeButton(word, u"pick"_s + word, this);
        b->setCheckable(true);
        b->setFocusPolicy(Qt::NoFocus);
        m_kinds->addButton(b, int(k.kind));
        row->addWidget(b);
    }
    row->addStretch(1);
    m_own = new OwnRowDialog(dataFolder(), this);
    auto *own = makeLink(u"Add one of my own …"_s, this);
    own->setObjectName(u"pickOwn"_s);
    own->setAutoDefault(false);
    own->setFocusPolicy(Qt::NoFocus);
    connect(own, &QPushButton::clicked, this, [this] {
        m_trial.takeBack();
        m_own->open(text(std::ranges::find(pickedKinds, m_kind, &PickedKind::kind)->table));
    });
    connect(m_own, &OwnRowDialog::added, this, [this](const QString &name) {
        m_known.clear(); // the catalogue is another
        show(m_kind);
        m_words->setText(name);
    });
    row->addWidget(own);
    connect(m_kinds, &QButtonGroup::idClicked, this, [this](int id) { show(Exchanged(id)); });
    v->addLayout(row);
    m_words = new QLineEdit(this);
    m_words->setObjectName(u"pickWords"_s);
    m_words->setAccessibleName(u"Words the part must have"_s);
    m_words->setPlaceholderText(u"words, or a need: at least 4 N·m"_s);
    m_words->installEventFilter(this);
    connect(m_words, &QLineEdit::textChanged, this, &PartPicker::fill);
    v->addWidget(m_words);
    m_model = new CellsModel({u""_s, u"With it, this axis"_s, u"margin"_s, u"price"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"pickTable"_s);
    m_table->setAccessibleName(u"Others of this part"_s);
    m_table->setWidths({44, 0, 76, 88});
    connect(m_table, &CellsView::opened, this, &PartPicker::take);
    connect(m_table, &CellsView::currentIdChanged, this, &PartPicker::preview);
    v->addWidget(m_table, 1);
    m_curves = new Curves(this);
    v->addWidget(m_curves);
    m_says = makeLabel({}, 13, Ink::Label, false, true, this);
    m_says->setObjectName(u"pickSays"_s);
    v->addWidget(m_says);
}

void PartPicker::open(const std::string &axis, const std::vector<Exchanged> &kinds) {
    m_axis = axis;
    m_known.clear();
    m_kept.clear();
    for (auto *b : m_kinds->buttons())
        b->setVisible(std::find(kinds.begin(), kinds.end(), Exchanged(m_kinds->id(b))) != kinds.end());
    m_words->clear();
    for (const auto kind : kinds) { // the first that has any
        show(kind);
        if (!m_known[kind].empty()) break;
    }
    QDialog::open();
    m_words->setFocus();
}

void PartPicker::show(Exchanged kind) {
    m_trial.takeBack();
    m_tried.emplace(m_session->project(), m_axis, m_session->design(m_axis)); // as it stands, whatever is looked at
    m_design = curveOf(u"the design"_s, {});
    m_kind = kind;
    m_kinds->button(int(kind))->setChecked(true);
    if (!m_known.count(kind))
        m_known[kind] = alternatives(m_session->project(), m_axis, m_session->design(m_axis), catalogueInUse(), kind);
    fill();
}

void PartPicker::fill() {
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    std::vector<CellRow> rows;
    std::size_t holds = 0;
    const auto &all = m_known[m_kind];
    for (std::size_t k = 0; k < all.size(); ++k) {
        const auto &a = all[k];
        if (!meets(a, m_words->text())) continue;
        CellRow r;
        r.id = QString::number(k);
        Cell mark;
        mark.mark = a.fails                   ? Verdict::Fails
                    : !(a.margin == a.margin) ? Verdict::NotKnown
                    : a.watch                 ? Verdict::Watch
                                              : Verdict::Holds;
        Cell name{text(a.name)};
        name.under = a.fails ? (a.fails > 1 ? u"%1 rows fail: "_s.arg(a.fails) : QString()) + text(a.firstFailure)
                     : a.at.empty() ? u"what the axis asks is not known"_s
                                    : u"holds; the least at "_s + text(a.at).toLower();
        Cell margin{a.margin == a.margin ? text(timesText(a.margin)) : u"?"_s};
        Cell price{u"≈ "_s + text(numberText(a.price, 4)) + u"\u00a0"_s + currency};
        margin.right = price.right = margin.bold = true;
        r.cells = {mark, name, margin, price};
        rows.push_back(std::move(r));
        holds += a.fails == 0;
    }
    const bool none = rows.empty();
    m_filling = true; // what the list marks by itself is not looked at yet
    m_says->setText(none ? u"Nothing sold is like that."_s
                         : u"%1 of %2 hold. The window behind shows the marked one; Insert keeps it in the chart, "
                           u"Enter takes it, Esc leaves all as "
                           "it was."_s.arg(holds)
                               .arg(rows.size()));
    m_model->setRows(std::move(rows));
    if (!none) m_table->setCurrentId(m_model->rows().front().id);
    m_filling = false;
    compare();
}

const std::vector<ComparedMotor> &PartPicker::compared() const { return m_curves->motors; }
const Alternative *PartPicker::marked() const {
    bool ok = false;
    const auto k = m_table->currentId().toUInt(&ok);
    const auto all = m_known.find(m_kind);
    return ok && all != m_known.end() && k < all->second.size() ? &all->second[k] : nullptr;
}
ComparedMotor PartPicker::curveOf(const QString &name, const std::vector<Patch> &patches) {
    const auto m = m_tried->with(patches);
    const auto e = evaluate(m);
    double most = 1200;
    for (const auto &p : e.state.points)
        if (std::isfinite(p.rpm)) most = std::max(most, 1.5 * p.rpm);
    return comparedMotor(name, e.state, torqueRails(m.motor).must, std::ceil(most / 300) * 300);
}
void PartPicker::compare() {
    const bool shows = m_kind == Exchanged::Motor || m_kind == Exchanged::Drive || m_kind == Exchanged::Supply;
    m_curves->setVisible(shows);
    if (!shows) return;
    auto &motors = m_curves->motors;
    motors = {m_design};
    if (const auto *a = marked()) motors.push_back(curveOf(text(a->name), a->patches));
    motors.insert(motors.end(), m_kept.begin(), m_kept.end());
    QStringList words;
    for (const auto &m : motors)
        words << m.name + (m.enough ? u": enough"_s : u": not enough"_s);
    m_curves->setAccessibleDescription(words.join(u'\n'));
    m_curves->update();
}

void PartPicker::preview() {
    const auto *a = marked();
    if (m_filling || !isVisible() || !a) return;
    m_trial.show(m_axis, m_session->design(m_axis), a->patches);
    compare();
}
void PartPicker::done(int result) {
    m_trial.takeBack(); // taken or not: what is taken is one step of its own
    QDialog::done(result);
}

void PartPicker::take() {
    const auto *a = marked();
    if (!a) return;
    const auto chosen = *a;
    accept();
    emit took(text(chosen.name), chosen.patches);
}

bool PartPicker::eventFilter(QObject *o, QEvent *e) {
    if (o == m_words && e->type() == QEvent::KeyPress) { // the list is walked from the line
        auto *k = static_cast<QKeyEvent *>(e);
        if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
            take();
            return true;
        }
        if (k->key() == Qt::Key_Insert) { // keeps the marked one in the chart, two at most
            if (const auto *a = marked(); a && m_curves->motors.size() > 1) {
                m_kept.push_back(m_curves->motors[1]);
                if (m_kept.size() > 2) m_kept.erase(m_kept.begin());
                compare();
            }
            return true;
        }
        if (k->key() == Qt::Key_Down || k->key() == Qt::Key_Up || k->key() == Qt::Key_PageDown ||
            k->key() == Qt::Key_PageUp) {
            QApplication::sendEvent(m_table, e);
            return true;
        }
    }
    return QDialog::eventFilter(o, e);
}

} // namespace lw
