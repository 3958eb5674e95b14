#include "app/stations/drive/side_by_side.h"
#include "app/widgets.h"
#include "plan/build_plan.h"
#include "proof/check.h"
#include "proof/words/narrate.h"
#include "search/figures.h"
#include "search/verdict.h"
#include "shop/parts.h"
#include "units/shown_units.h"
#include <QHeaderView>
#include <QKeyEvent>
#include <QTableWidget>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
constexpr DesignPart parts[] = {DesignPart::Train, DesignPart::Stages, DesignPart::Screw};
QString nameOf(DesignPart part) {
    return part == DesignPart::Train    ? u"Motor, drive, supply"_s
           : part == DesignPart::Stages ? u"Reduction"_s
                                        : u"Screw, nut, ends, brake"_s;
}
QString partWords(const AxisModel &m, DesignPart part) {
    switch (part) {
    case DesignPart::Train: {
        if (!m.hasMotor()) return u"–"_s;
        const auto &gives = m.servo() ? m.servo()->continuous : m.stepper().holding;
        QString t = m.servo() ? u"servo "_s : m.closedLoop() ? u"stepper with encoder "_s : u"stepper "_s;
        if (gives.known()) t += text(withUnit(gives.v, Dimension::Torque, "Nm", 3));
        if (m.supply.voltage.known()) t += u", "_s + text(withUnit(m.supply.voltage.v, Dimension::Voltage, "V", 3));
        return t;
    }
    case DesignPart::Stages: {
        QStringList all;
        for (std::size_t k = 0; k < m.stages.size(); ++k)
            if (const auto *b = m.stageAs<ToothedBelt>(k); b && b->toothed())
                all << u"belt %1:%2"_s.arg(b->driver.teeth).arg(b->driven.teeth);
            else if (const auto *g = m.stageAs<Gears>(k); g && g->toothed())
                all << u"gears %1:%2"_s.arg(g->driver.teeth).arg(g->driven.teeth);
            else
                all << (m.stageAs<Coupling>(k) ? u"direct"_s : text(nounOf(m.stages[k].stage)));
        return all.isEmpty() ? u"–"_s : all.join(u", "_s);
    }
    case DesignPart::Screw:
        return (m.keepsScrew ? u"kept "_s : QString()) +
               (m.screw().named ? text(m.screw().thread.name)
                : m.wheel()     ? u"drive"_s
                                : u"screw"_s) +
               (m.hasBrake ? u", brake"_s : QString());
    }
    return {};
}
double torqueMargin(const ProvedAxis &p, Operating at) {
    double worst = notKnown;
    for (const auto &f : p.evaluation.findings)
        if (f.check->torqueRow && f.subject.at == at && f.margin == f.margin && !(f.margin >= worst)) worst = f.margin;
    return worst;
}
double staysPut(const ProvedAxis &p) {
    for (const auto &f : p.evaluation.findings) // upright: what the proof says of it, a brake counted
        if (f.id == "M8"_check && f.verdict != Verdict::NotKnown)
            return f.verdict == Verdict::Holds ? 2.0 : f.verdict == Verdict::Watch ? 1.0 : 0.0;
    const auto &s = p.evaluation.state;
    return p.model.wheel() ? 0.0 : s.locksDependably && s.backward <= 0 ? 2.0 : s.backward <= 0 ? 1.0 : 0.0;
}
} // namespace

int SideFigure::best() const {
    int out = -1;
    for (std::size_t k = 0; k < values.size(); ++k) {
        if (!(values[k] == values[k])) return -1;
        if (out < 0 || (values[k] > values[std::size_t(out)]) == moreIsBetter) out = int(k);
    }
    return values.size() > 1 && std::count(values.begin(), values.end(), values[std::size_t(std::max(0, out))]) == 1
               ? out
               : -1;
}

std::vector<std::string> designsShown(const Session &session, const std::string &axis) {
    auto out = designsOf(session.project(), axis);
    std::sort(out.begin(), out.end());
    if (out.empty()) out.emplace_back("A");
    return out;
}

std::vector<SideFigure> sideBySide(const Session &session, const std::string &axis,
                                   const std::vector<std::string> &designs, bool all) {
    std::vector<SideFigure> out;
    const QString currency = text(unitLabel(textAt(session.project(), "/currency", "EUR")));
    const auto add = [&](const QString &name, bool more, bool brief, auto &&value, auto &&show) {
        if (!brief && !all) return;
        SideFigure f{name, {}, {}, more};
        for (const auto &d : designs) {
            f.values.push_back(value(session.proved(axis, d), d));
            f.texts << (f.values.back() == f.values.back() ? QString(show(f.values.back())) : u"?"_s);
        }
        out.push_back(std::move(f));
    };
    const auto times = [](double v) { return text(timesText(v)); };
    const auto shown = [](Dimension d, const char *unit, int digits) {
        return [=](double v) { return text(shownNumber(v, d, unit, digits)); };
    };
    const auto unit = [](const char *metric) { return u", "_s + text(unitLabel(shownUnit(metric))); };
    const auto addMoney = [&] {
        add(
            u"Still to spend, "_s + currency, false, true,
            [&](const ProvedAxis &, const std::string &d) {
                return partTotals(session.project(), session.parts(axis, d)).remaining;
            },
            [](double v) { return text(numberText(v, 4)); });
        add(
            u"Waits, days"_s, false, false,
            [&](const ProvedAxis &, const std::string &d) {
                double longest = notKnown; // of the lead times typed
                for (const auto &line : session.parts(axis, d))
                    if ((line.state == PartState::Idea || line.state == PartState::Ordered) && line.leadDays >= 0 &&
                        !(longest >= line.leadDays))
                        longest = line.leadDays;
                return longest;
            },
            [](double v) { return QString::number(int(v)); });
        add(
            u"Hours of work"_s, false, false,
            [&](const ProvedAxis &p, const std::string &) {
                const DesignedAxis one{&p.model, &p.evaluation.state};
                const auto plan = buildPlan(session.project(), {&one, 1}, session.parts(axis, p.model.designId));
                double hours = 0;
                for (const auto &step : plan.steps)
                    if (step.axis == axis) hours += step.hours;
                return hours;
            },
            [](double v) { return text(numberText(v, 3)); });
    };
    add(
        u"Heaviest cut"_s, true, true,
        [](const ProvedAxis &p, const auto &) { return torqueMargin(p, Operating::Cutting); }, times);
    add(
        u"Rapid"_s, true, true, [](const ProvedAxis &p, const auto &) { return torqueMargin(p, Operating::RapidUp); },
        times);
    if (session.proved(axis, designs.front()).model.rotary()) {
        const auto turning = [&](const QString &name, bool more, auto &&of, auto &&show) {
            add(
                name, more, true, [of](const ProvedAxis &p, const auto &) { return of(p); }, show);
        };
        turning(
            u"One turn, s"_s, false, [](const ProvedAxis &p) { return p.evaluation.state.rotary.turn; },
            shown(Dimension::Time, "s", 3));
        turning(
            u"Step, ″"_s, false, [](const ProvedAxis &p) { return p.evaluation.state.rotary.step; },
            shown(Dimension::Angle, "arcsec", 3));
        turning(
            u"Twist"_s + unit("um"), false, [](const ProvedAxis &p) { return p.evaluation.state.rotary.twist; },
            shown(Dimension::Length, "um", 2));
        addMoney();
        return out;
    }
    add(
        u"Fastest rapid"_s + unit("mm/min"), true, false,
        [](const ProvedAxis &p, const auto &) {
            auto m = p.model;
            Evaluation e;
            if (!m.hasMotor()) return notKnown;
            const double v = rapidReach(m, e);
            return v == v || holdsByDesign(p.model, p.evaluation) ? v : 0; // what fails anyway holds at none
        },
        [&](double v) { return v > 0 ? shown(Dimension::Speed, "mm/min", 3)(v) : u"none holds"_s; });
    add(
        u"Lost motion"_s + unit("mm"), false, true,
        [](const ProvedAxis &p, const auto &) { return p.evaluation.state.lostMotion; },
        shown(Dimension::Length, "mm", 2));
    add(
        u"Full step"_s + unit("um"), false, true,
        [](const ProvedAxis &p, const auto &) { return p.evaluation.state.fullStep; },
        shown(Dimension::Length, "um", 3));
    add(
        u"Motor's length"_s + unit("mm"), false, false,
        [](const ProvedAxis &p, const auto &) { return p.model.motorBody().body.v; },
        shown(Dimension::Length, "mm", 3));
    add(
        u"Holds, power off"_s, true, true, [](const ProvedAxis &p, const auto &) { return staysPut(p); },
        [](double v) { return v > 1.5   ? u"yes"_s
                              : v > 0.5 ? u"unsure"_s
                                        : u"no"_s; });
    add(
        u"Rows that fail"_s, false, false,
        [](const ProvedAxis &p, const auto &) {
            return double(std::count_if(p.evaluation.findings.begin(), p.evaluation.findings.end(), [&](const auto &f) {
                return f.verdict == Verdict::Fails && judgesDesign(p.model, f);
            }));
        },
        [](double v) { return QString::number(int(v)); });
    addMoney();
    return out;
}

void fillSides(QTableWidget *table, const std::vector<SideFigure> &figures, const std::vector<std::string> &designs) {
    table->setColumnCount(int(designs.size()) + 1);
    for (int r = 0; r < int(figures.size()); ++r) {
        const auto &f = figures[std::size_t(r)];
        for (int c = 0; c <= int(designs.size()); ++c) {
            auto *item = table->item(r, c);
            if (!item) table->setItem(r, c, item = new QTableWidgetItem);
            item->setText(c == 0 ? f.name : f.texts[c - 1]);
            item->setTextAlignment(c == 0 ? Qt::AlignLeft | Qt::AlignVCenter : Qt::AlignRight | Qt::AlignVCenter);
            QFont font = face(c == 0 ? 13 : 15);
            const bool better = c > 0 && c - 1 == f.best();
            font.setBold(better);
            font.setUnderline(better);
            item->setFont(font);
        }
    }
}

OptionsDialog::OptionsDialog(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    setObjectName(u"optionsDialog"_s);
    setWindowTitle(u"Designs side by side"_s);
    resize(900, 560);
    auto *v = new QVBoxLayout(this);
    m_says = makeLabel({}, 15, Ink::Value, true, true, this);
    m_says->setObjectName(u"optionsSay"_s);
    v->addWidget(m_says);
    m_table = new QTableWidget(this);
    m_table->setObjectName(u"optionsTable"_s);
    m_table->setAccessibleName(u"Every figure of every design of this axis; the better one underlined"_s);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(31);
    m_table->setShowGrid(false);
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->installEventFilter(this);
    v->addWidget(m_table, 1);
    v->addWidget(makeLabel(u"Arrows walk. On a part Enter takes it over into the design that is shown (its column says "
                           "so); on a figure Enter shows that design. Delete takes a design away. Each is one step to "
                           "undo; Esc closes."_s,
                           13, Ink::Label, false, true, this));
    connect(m_table, &QTableWidget::cellDoubleClicked, this, [this] { take(); });
    connect(m_session, &Session::changed, this, [this] {
        if (isVisible()) fill();
    });
}
void OptionsDialog::openFor(const std::string &axis) {
    m_axis = axis;
    fill();
    open();
    m_table->setCurrentCell(m_figures, std::min(2, m_table->columnCount() - 1));
    m_table->setFocus();
}
std::string OptionsDialog::designAt(int column) const {
    const auto designs = designsShown(*m_session, m_axis);
    return column >= 1 && column <= int(designs.size()) ? designs[std::size_t(column - 1)] : std::string();
}
void OptionsDialog::fill() {
    const auto designs = designsShown(*m_session, m_axis);
    const auto figures = sideBySide(*m_session, m_axis, designs, true);
    const auto shown = m_session->design(m_axis);
    m_figures = int(figures.size());
    m_table->setRowCount(m_figures + int(std::size(parts)));
    fillSides(m_table, figures, designs);
    QStringList heads{u"Axis "_s + text(m_axis)};
    for (const auto &d : designs)
        heads << text(d) + (d == shown ? u", shown"_s : QString());
    m_table->setHorizontalHeaderLabels(heads);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    for (int p = 0; p < int(std::size(parts)); ++p)
        for (int c = 0; c <= int(designs.size()); ++c) {
            const int row = m_figures + p;
            if (!m_table->item(row, c)) m_table->setItem(row, c, new QTableWidgetItem);
            auto *item = m_table->item(row, c);
            item->setText(c == 0 ? nameOf(parts[p])
                                 : partWords(m_session->proved(m_axis, designs[std::size_t(c - 1)]).model, parts[p]));
            item->setToolTip(item->text());
            item->setTextAlignment(c == 0 ? Qt::AlignLeft | Qt::AlignVCenter : Qt::AlignRight | Qt::AlignVCenter);
            item->setFont(face(13));
        }
    std::vector<int> wins(designs.size());
    for (const auto &f : figures)
        if (f.best() >= 0) ++wins[std::size_t(f.best())];
    QStringList better;
    for (std::size_t k = 0; k < designs.size(); ++k)
        if (wins[k] > 0) better << u"%1 in %2"_s.arg(text(designs[k])).arg(wins[k]);
    m_says->setText(designs.size() < 2 ? u"There is one design: Ctrl+B keeps it and begins another beside it."_s
                    : better.isEmpty()
                        ? u"None is better in any figure."_s
                        : u"Better than all others: %1 of %2 figures"_s.arg(better.join(u", "_s)).arg(m_figures));
}
void OptionsDialog::take() {
    const int row = m_table->currentRow() - m_figures;
    const auto from = designAt(m_table->currentColumn());
    if (from.empty()) return;
    if (row < 0) return showDesign();
    const auto to = m_session->design(m_axis);
    if (from == to) return emit said(u"That is the design that is shown: go to another column."_s);
    auto patches = takeOver(m_session->project(), m_axis, from, to, parts[std::size_t(row)]);
    const QString words = nameOf(parts[std::size_t(row)]).toLower();
    if (patches.empty()) return emit said(u"%1 has the same already."_s.arg(text(to)));
    m_session->apply({std::move(patches), u"%1 of %2 into %3"_s.arg(words, text(from), text(to))});
    emit said(u"%1 now has the %2 of %3. Ctrl+Z takes it back."_s.arg(text(to), words, text(from)));
}
void OptionsDialog::showDesign() {
    const auto d = designAt(m_table->currentColumn());
    if (d.empty() || d == m_session->design(m_axis)) return;
    m_session->apply({{{"/axes/" + m_axis + "/design_shown", d}}, u"design %1 shown"_s.arg(text(d))});
}
void OptionsDialog::removeDesign() {
    const auto d = designAt(m_table->currentColumn());
    auto patches = lw::removeDesign(m_session->project(), m_axis, d);
    if (patches.empty()) return emit said(u"The only design stays."_s);
    m_session->apply({std::move(patches), u"design %1 taken away"_s.arg(text(d))});
    emit said(u"Design %1 is taken away. Ctrl+Z brings it back."_s.arg(text(d)));
}
void OptionsDialog::keyPressEvent(QKeyEvent *e) {
    if (e->matches(QKeySequence::Undo)) return m_session->undoStack()->undo();
    if (e->matches(QKeySequence::Redo)) return m_session->undoStack()->redo();
    QDialog::keyPressEvent(e);
}
bool OptionsDialog::eventFilter(QObject *o, QEvent *e) {
    if (o == m_table && e->type() == QEvent::KeyPress) {
        const auto *k = static_cast<QKeyEvent *>(e);
        if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
            take();
            return true;
        }
        if (k->key() == Qt::Key_Delete) {
            removeDesign();
            return true;
        }
    }
    return QDialog::eventFilter(o, e);
}

} // namespace lw
