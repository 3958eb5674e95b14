#include "app/stations/drive/machine_dialog.h"
#include "app/entries/cells.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include "proof/words/narrate.h"
#include "logbook/log.h"
#include "units/plain_number.h"

namespace lw {
using namespace Qt::StringLiterals;

MachineDialog::MachineDialog(Session *session, QWidget *parent)
    : QDialog(parent), m_session(session), m_sizing(new MachineSizing(this)) {
    setObjectName(u"machineDialog"_s);
    setWindowTitle(u"All axes at once"_s);
    resize(820, 480);
    auto *v = new QVBoxLayout(this);
    m_says = makeLabel({}, 15, Ink::Value, true, true, this);
    m_says->setObjectName(u"machineSays"_s);
    v->addWidget(m_says);
    m_progress = new QProgressBar(this);
    m_progress->setAccessibleName(u"How far the search is"_s);
    m_progress->setFixedHeight(6);
    m_progress->setTextVisible(false);
    m_progress->setRange(0, 1000);
    v->addWidget(m_progress);
    m_model = new CellsModel({u""_s, u"One supply, and on each axis"_s, u"weakest"_s, u"in all"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"machineTable"_s);
    m_table->setAccessibleName(u"Designs for the whole machine, cheapest first"_s);
    m_table->setWidths({44, 0, 110, 100});
    connect(m_table, &CellsView::opened, this, &MachineDialog::take);
    v->addWidget(m_table, 1);
    m_alike = makeLabel({}, 13, Ink::Value, false, true, this);
    m_alike->setObjectName(u"machineAlike"_s);
    v->addWidget(m_alike);
    v->addWidget(
        makeLabel(u"Each axis holds by itself, within its own limits; the supply gives what all ask working at "
                  "once. Enter takes one for all axes, one step to undo; Esc leaves all as it was."_s,
                  13, Ink::Label, false, true, this));
    connect(m_sizing, &MachineSizing::progressed, this,
            [this](double share) { m_progress->setValue(int(share * 1000)); });
    connect(m_sizing, &MachineSizing::answered, this, &MachineDialog::fill);
}

void MachineDialog::open() {
    m_progress->setValue(0);
    m_sizing->stop();
    m_sizing->ask(m_session->project());
    fill();
    QDialog::open();
    m_table->setFocus();
}
void MachineDialog::done(int result) {
    m_sizing->stop(); // nobody looks
    QDialog::done(result);
}

const MachineDesign *MachineDialog::design(const QString &id) const {
    const auto &r = m_sizing->answer();
    if (!r) return nullptr;
    if (id == u"alike" && r->alike) return &*r->alike;
    bool ok = false;
    const auto k = id.toUInt(&ok);
    return ok && k < r->front.size() ? &r->front[k] : nullptr;
}

void MachineDialog::fill() {
    const auto &r = m_sizing->answer();
    m_progress->setVisible(m_sizing->running());
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    const auto budget = knownAt(m_session->project(), "/budget");
    std::vector<CellRow> rows;
    const auto add = [&](const QString &id, const MachineDesign &d) {
        CellRow row;
        row.id = id;
        Cell mark;
        const bool over = budget.known() && d.price > budget.v;
        mark.mark = over ? std::min(d.verdict, Verdict::Watch) : d.verdict;
        Cell name{text(machineName(*r, d))};
        QStringList axes;
        for (const auto &pick : d.picks) {
            const auto &space = r->spaces.at(pick.axis);
            axes << text(pick.axis) + u": "_s + text(shortName(space, pick.candidate)) + u" "_s +
                        text(timesText(pick.margin));
        }
        name.under = (over ? u"over the budget.  "_s : QString()) + axes.join(u",  "_s);
        row.tip = name.text + u"\n"_s + name.under;
        Cell margin{text(timesText(d.margin)) + u" "_s + text(d.weakest)};
        Cell price{u"≈ "_s + text(numberText(d.price, 5)) + u"\u00a0"_s + currency};
        margin.right = price.right = margin.bold = true;
        row.cells = {mark, name, margin, price};
        rows.push_back(std::move(row));
    };
    if (r) {
        for (std::size_t k = 0; k < r->front.size(); ++k)
            add(QString::number(k), r->front[k]);
        if (r->alike && std::ranges::none_of(r->front, [&](const auto &d) { return oneMotor(*r, d); }))
            add(u"alike"_s, *r->alike);
    }
    QString says = u"Looking at all axes …"_s;
    if (r) {
        says = text(r->problem);
        if (r->problem.empty()) {
            const QString least = text(numberText(r->front.front().price, 5)) + u"\u00a0"_s + currency;
            says =
                r->front.size() == 1
                    ? u"One design of the whole machine is worth a look: %1"_s.arg(least)
                    : u"%1 designs of the whole machine are worth a look, from %2 on"_s.arg(r->front.size()).arg(least);
        }
    }
    m_says->setText(says);
    m_alike->setText(r ? text(alikeWords(*r)) : QString());
    const bool none = rows.empty();
    m_model->setRows(std::move(rows));
    if (!none) m_table->setCurrentId(m_model->rows().front().id);
}

void MachineDialog::take() {
    const auto *d = design(m_table->currentId());
    if (!d) return;
    const auto r = m_sizing->answer(); // kept while the dialog lets go of it
    auto patches = machinePatches(*r, *d);
    const auto name = machineName(*r, *d);
    for (const auto &axis : r->axes)
        patches.push_back(decisionEntry(axis, name, "", m_session->now()));
    accept();
    m_session->apply({std::move(patches), u"design of all axes"_s});
    emit said(u"Taken on all axes: %1. Ctrl+Z takes it back."_s.arg(text(name)));
}

} // namespace lw
