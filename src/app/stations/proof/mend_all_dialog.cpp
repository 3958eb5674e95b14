#include "app/stations/proof/mend_all_dialog.h"
#include "app/entries/cells.h"
#include "app/widgets.h"
#include "app/window/style.h"
#include "units/plain_number.h"

namespace lw {
using namespace Qt::StringLiterals;

MendAllDialog::MendAllDialog(Session *session, QWidget *parent) : QDialog(parent), m_session(session) {
    setObjectName(u"mendAllDialog"_s);
    setWindowTitle(u"All that fails, at once"_s);
    resize(760, 420);
    auto *v = new QVBoxLayout(this);
    m_says = makeLabel({}, 15, Ink::Value, true, true, this);
    m_says->setObjectName(u"mendAllSays"_s);
    v->addWidget(m_says);
    m_model = new CellsModel({u""_s, u"Changes"_s, u"price"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"mendAllTable"_s);
    m_table->setAccessibleName(u"Sets of changes, the fewest and cheapest first"_s);
    m_table->setWidths({44, 0, 110});
    connect(m_table, &CellsView::opened, this, &MendAllDialog::take);
    v->addWidget(m_table, 1);
    v->addWidget(
        makeLabel(u"Each set was proved anew, doubt counted. Enter takes one, one step to undo; Esc leaves all as "
                  "it was."_s,
                  13, Ink::Label, false, true, this));
}

void MendAllDialog::open(const ProvedAxis &proved) {
    m_sets = mendAll(m_session->project(), proved.model);
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    std::vector<CellRow> rows;
    for (std::size_t k = 0; k < m_sets.size(); ++k) {
        const auto &s = m_sets[k];
        CellRow r;
        r.id = QString::number(k);
        Cell mark;
        mark.mark = s.left.empty() ? Verdict::Holds : Verdict::Fails;
        Cell name{text(s.whole.words)};
        QStringList left;
        for (const auto &title : s.left)
            left << text(title);
        name.under = left.isEmpty() ? u"nothing fails after it"_s : u"still fails: "_s + left.join(u", "_s);
        Cell price{(s.whole.priced ? u"≈ "_s : u"at least "_s) + text(numberText(s.whole.price, 4)) + u"\u00a0"_s +
                   currency};
        price.right = price.bold = true;
        r.cells = {mark, name, price};
        r.tip = name.text + u"\n"_s + name.under;
        rows.push_back(std::move(r));
    }
    int failing = 0;
    for (const auto &f : proved.evaluation.findings)
        failing += f.verdict == Verdict::Fails;
    m_says->setText(failing == 0 ? u"Nothing fails on %1."_s.arg(text(proved.model.id))
                    : m_sets.empty()
                        ? u"No change of the design mends what fails here: see the advice of each."_s
                        : u"%1 of %2 fails; with one change, with several, the cheapest first"_s.arg(
                              failing == 1 ? u"One row"_s : u"%1 rows"_s.arg(failing), text(proved.model.id)));
    const bool none = rows.empty();
    m_model->setRows(std::move(rows));
    if (!none) m_table->setCurrentId(u"0"_s);
    QDialog::open();
    m_table->setFocus();
}

void MendAllDialog::take() {
    bool ok = false;
    const auto k = m_table->currentId().toUInt(&ok);
    if (!ok || k >= m_sets.size()) return;
    const Mend taken = m_sets[k].whole;
    accept();
    emit took(taken);
}

} // namespace lw
