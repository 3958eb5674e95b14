#include "app/lists_pages.h"
#include "proof/narrate.h"
#include <QtWidgets>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// Asks for a place and writes what `text` gives there; the page says how it went. NAMECsv is the button, NAME.csv the file.
QPushButton *makeCsvButton(StationPage *page, const QString &name, const QString &sheet, const QString &content, std::function<std::string()> text) {
    auto *csv = new QPushButton(u"Save as CSV"_s, page);
    csv->setProperty("box", true);
    csv->setObjectName(name + u"Csv"_s);
    QObject::connect(csv, &QPushButton::clicked, page, [=] {
        const QString path = QFileDialog::getSaveFileName(page, u"Save "_s + sheet, name + u".csv"_s, u"CSV (*.csv)"_s);
        if (path.isEmpty()) return;
        QSaveFile file(path);
        if (!file.open(QIODevice::WriteOnly) || file.write(QByteArray::fromStdString(text())) < 0 || !file.commit()) emit page->said(sheet.mid(0, 1).toUpper() + sheet.mid(1) + u" could not be written there: %1. Choose another place."_s.arg(file.errorString()));
        else emit page->said(u"%1 written to %2."_s.arg(content, QFileInfo(path).fileName()));
    });
    return csv;
}
} // namespace
using Json = nlohmann::json;

PartsModel::PartsModel(Session *session, QObject *parent) : QAbstractTableModel(parent), m_session(session) {}

void PartsModel::setLines(std::vector<PartLine> lines) {
    if (lines.size() == m_lines.size()) { // keep the reader's place
        m_lines = std::move(lines);
        if (!m_lines.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
        return;
    }
    beginResetModel();
    m_lines = std::move(lines);
    endResetModel();
}
int PartsModel::rowCount(const QModelIndex &parent) const { return parent.isValid() ? 0 : int(m_lines.size()); }
int PartsModel::columnCount(const QModelIndex &parent) const { return parent.isValid() ? 0 : 7; }

QVariant PartsModel::data(const QModelIndex &index, int role) const {
    if (!index.isValid() || index.row() >= int(m_lines.size())) return {};
    const auto &l = m_lines[std::size_t(index.row())];
    if (role == Qt::DisplayRole || role == Qt::EditRole) {
        switch (index.column()) {
        case 0: return text(stateCode(l.state));
        case 1: return QString::fromStdString(l.text) + (l.matches || role == Qt::EditRole ? QString() : u"   no longer matches: "_s + QString::fromStdString(l.wanted));
        case 2: return l.quantity;
        case 3: return l.price == l.price ? (l.priceAssumed && role == Qt::DisplayRole ? u"≈ "_s : QString()) + QString::number(l.price, 'f', 2) : role == Qt::DisplayRole ? u"not known"_s : QString();
        case 4: return QString::fromStdString(l.source);
        case 5: return QString::fromStdString(l.from);
        case 6: return l.leadDays >= 0 ? QVariant(l.leadDays) : QVariant(u""_s);
        }
    }
    if (role == Qt::TextAlignmentRole && (index.column() == 2 || index.column() == 3 || index.column() == 6)) return int(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::FontRole) return face(15, !l.matches && index.column() == 1, index.column() == 3 && l.priceAssumed);
    if (role == Qt::BackgroundRole && !l.matches) return theme().watchWash;
    if (role == Qt::ForegroundRole && l.state == PartState::Dropped) return theme().ink3;
    if (role == Qt::ToolTipRole) return QString::fromStdString(l.note.empty() ? l.derived ? "Asked for by the design." : "Typed by hand." : l.note);
    return {};
}
QVariant PartsModel::headerData(int s, Qt::Orientation o, int role) const {
    if (o != Qt::Horizontal || role != Qt::DisplayRole) return {};
    const QString currency = text(unitLabel(m_session->project().value("currency", std::string("EUR"))));
    const QString names[] = {u"State"_s, u"Part"_s, u"Qty"_s, currency + u" each"_s, u"Source"_s, u"From"_s, u"Days"_s};
    return s >= 0 && s < 7 ? names[s] : QVariant();
}
Qt::ItemFlags PartsModel::flags(const QModelIndex &index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    const auto f = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return index.column() == 1 && m_lines[std::size_t(index.row())].derived ? f : f | Qt::ItemIsEditable;
}

bool PartsModel::setData(const QModelIndex &index, const QVariant &value, int role) {
    if (!index.isValid() || role != Qt::EditRole) return false;
    const auto &l = m_lines[std::size_t(index.row())];
    const QString base = u"/parts/"_s + QString::fromStdString(l.key) + u"/"_s;
    const QString v = value.toString().trimmed();
    auto choice = [&](const QString &key, std::string_view pattern) {
        for (const auto &c : choicesOf(*fieldAt(pattern)))
            if (QString::fromStdString(c.code) == v) {
                std::vector<Patch> p{{(base + key).toStdString(), c.code}};
                if (m_session->at("/parts/" + l.key + "/axis").is_null()) p.push_back({"/parts/" + l.key + "/axis", l.axis});
                m_session->apply({p, QString::fromStdString(l.text) + u" "_s + v});
                return true;
            }
        return false;
    };
    auto typed = [&](const QString &key) {
        if (m_session->at("/parts/" + l.key + "/axis").is_null()) m_session->apply({{{"/parts/" + l.key + "/axis", l.axis}}, u"line kept"_s, u"line:"_s + base});
        return m_session->typeInto(base + key, v).isEmpty();
    };
    switch (index.column()) {
    case 0: return choice(u"state"_s, "parts/x/state");
    case 1: m_session->setText(base + u"text"_s, v, u"part "_s + v); return true;
    case 2: return typed(u"qty"_s);
    case 3: return typed(u"price"_s);
    case 4: return choice(u"source"_s, "parts/x/source");
    case 5: m_session->setText(base + u"from"_s, v, u"from "_s + v); return true;
    case 6: return typed(u"lead_days"_s);
    }
    return false;
}

namespace {
/// Choices edited in place.
class ChoiceDelegate : public QStyledItemDelegate {
public:
    ChoiceDelegate(std::string_view pattern, QObject *parent) : QStyledItemDelegate(parent), m_pattern(pattern) {}
    QWidget *createEditor(QWidget *parent, const QStyleOptionViewItem &, const QModelIndex &) const override {
        auto *box = new QComboBox(parent);
        for (const auto &c : choicesOf(*fieldAt(m_pattern))) box->addItem(QString::fromStdString(c.code));
        return box;
    }
    void setEditorData(QWidget *e, const QModelIndex &i) const override { static_cast<QComboBox *>(e)->setCurrentText(i.data(Qt::EditRole).toString()); }
    void setModelData(QWidget *e, QAbstractItemModel *m, const QModelIndex &i) const override { m->setData(i, static_cast<QComboBox *>(e)->currentText(), Qt::EditRole); }

private:
    std::string m_pattern;
};
} // namespace

PartsPage::PartsPage(Session *session, QWidget *parent) : StationPage(session, StationId::Parts, parent) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(14, 10, 14, 10);
    v->setSpacing(6);
    v->addWidget(makeHeadline());
    m_model = new PartsModel(session, this);
    m_table = new QTableView(this);
    m_table->setObjectName(u"parts"_s);
    m_table->setAccessibleName(u"Parts of this axis"_s);
    m_table->setModel(m_model);
    m_table->setShowGrid(false);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(31);
    m_table->horizontalHeader()->setHighlightSections(false);
    m_table->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    for (const auto &[c, w] : {std::pair{0, 90}, {2, 50}, {3, 96}, {4, 96}, {5, 140}, {6, 60}}) m_table->setColumnWidth(c, w);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setItemDelegateForColumn(0, new ChoiceDelegate("parts/x/state", this));
    m_table->setItemDelegateForColumn(4, new ChoiceDelegate("parts/x/source", this));
    v->addWidget(m_table, 1);
    auto *bottom = new QHBoxLayout;
    m_money = new MarkWidget(this);
    m_total = makeLabel({}, 22, Ink::Value, true);
    m_total->setObjectName(u"partsTotal"_s);
    m_detail = makeLabel({}, 13, Ink::Label, false, true);
    bottom->addWidget(m_money);
    bottom->addWidget(m_total);
    bottom->addSpacing(16);
    bottom->addWidget(m_detail, 1);
    for (const auto &f : {u"/budget"_s, u"/contingency"_s}) {
        auto *e = addValue(f);
        e->setFixedWidth(120);
        if (f == u"/contingency"_s) e->setFallback(0.15, u"usual"_s);
        bottom->addWidget(e);
    }
    auto *csv = makeCsvButton(this, u"parts"_s, u"the parts list"_s, u"Parts of all axes"_s, [this] { return partsCsv(m_session->parts()); });
    bottom->addWidget(csv);
    v->addLayout(bottom);
}

void PartsPage::update(const ProvedAxis &p) {
    const auto lines = m_session->parts(m_axis);
    const auto all = partTotals(m_session->project(), m_session->parts());
    const auto mine = partTotals(m_session->project(), lines);
    bool mismatch = false;
    for (const auto &l : lines) mismatch |= !l.matches;
    const QString currency = text(unitLabel(m_session->project().value("currency", std::string("EUR"))));
    setHeadline(lines.empty() ? Verdict::NotKnown : mismatch || mine.inHand < mine.all ? Verdict::Watch : Verdict::Holds,
                lines.empty() ? u"The design asks for nothing yet"_s : mismatch ? u"A line no longer matches the design: mend it first"_s : mine.inHand == mine.all ? u"All parts are in hand"_s : u"%1 of %2 parts in hand, %3 %4 to spend"_s.arg(mine.inHand).arg(mine.all).arg(text(numberText(mine.remaining, 4)), currency));
    m_model->setLines(lines);
    m_money->MarkWidget::show(all.verdict);
    m_total->setText(all.budget == all.budget ? u"%1 of %2 %3"_s.arg(text(numberText(all.forecast, 5)), text(numberText(all.budget, 5)), currency) : u"%1 %2"_s.arg(text(numberText(all.forecast, 5)), currency));
    m_detail->setText(u"All axes: %1 spent, %2 to buy, %3 kept back%4. ≈ prices are assumed until you type yours. Space: next state."_s.arg(text(numberText(all.committed, 5)), text(numberText(all.remaining, 5)), text(numberText(all.contingency, 4)), all.unpriced ? u"; %1 without a price"_s.arg(all.unpriced) : QString()));
    (void)p;
}

void PartsPage::nextState() {
    const int row = m_table->currentIndex().row();
    if (row < 0 || row >= int(m_model->lines().size())) return;
    const auto next = [](PartState s) { return s == PartState::Idea ? PartState::Ordered : s == PartState::Ordered ? PartState::Arrived : s == PartState::Arrived ? PartState::Fitted : PartState::Idea; };
    m_model->setData(m_model->index(row, 0), text(stateCode(next(m_model->lines()[std::size_t(row)].state))), Qt::EditRole);
}

bool PartsPage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_Space) {
        nextState();
        return true;
    }
    return false;
}

FirstCutsPage::FirstCutsPage(Session *session, QWidget *parent) : StationPage(session, StationId::FirstCuts, parent) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(14, 10, 14, 10);
    v->setSpacing(6);
    v->addWidget(makeHeadline());
    auto *row = new QHBoxLayout;
    row->setSpacing(30);
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    m_sheet = new QWidget(scroll);
    auto *grid = new QGridLayout(m_sheet);
    grid->setContentsMargins(4, 4, 20, 4);
    grid->setHorizontalSpacing(24);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(3, 1);
    grid->setRowStretch(200, 1);
    scroll->setWidget(m_sheet);
    row->addWidget(scroll, 1);
    auto *side = new QVBoxLayout;
    side->setSpacing(8);
    auto *limit = addValue(u"/controller/pulse_limit_Hz"_s, {}, u"catalogue"_s);
    auto *micro = addValue(u"design/drive/microsteps"_s);
    auto *typed = addField(u"design/steps_typed"_s, u"Steps a mm in the controller now"_s);
    for (QWidget *w : std::initializer_list<QWidget *>{limit, micro, typed}) {
        w->setFixedWidth(300);
        side->addWidget(w);
    }
    m_words = makeLabel({}, 13, Ink::Label, false, true);
    m_words->setFixedWidth(300);
    side->addWidget(m_words);
    auto *csv = makeCsvButton(this, u"settings"_s, u"the settings sheet"_s, u"Settings of all axes"_s, [this] {
        return std::string();
    });
    side->addWidget(csv, 0, Qt::AlignLeft);
    side->addWidget(makeLabel(u"First moves: slowly, a hand on the stop, covers on, nobody in reach. Mains and stop circuits follow the rules and licences of where you live."_s, 13, Ink::Value, false, true));
    side->addStretch(1);
    row->addLayout(side);
    v->addLayout(row, 1);
}

void FirstCutsPage::update(const ProvedAxis &p) {
    m_lines = settingsSheet(p.model, p.evaluation.state);
    setHeadline(worstOf(p.evaluation, StationId::FirstCuts), text(headline(StationId::FirstCuts, p.model, p.evaluation)), QString::fromStdString(m_axis));
    auto *grid = static_cast<QGridLayout *>(m_sheet->layout());
    while (m_rows.size() < m_lines.size()) {
        const int r = int(m_rows.size());
        Row row{makeLabel({}, 15, Ink::Value), makeLabel({}, 20, Ink::Value, true), makeLabel({}, 13, Ink::Label), makeLabel({}, 13, Ink::Label, false, true), makeLabel({}, 13, Ink::Faint), makeRule()};
        row.value->setTextInteractionFlags(Qt::TextSelectableByMouse);
        grid->addWidget(row.label, 2 * r, 0);
        grid->addWidget(row.value, 2 * r, 1, Qt::AlignRight);
        grid->addWidget(row.unit, 2 * r, 2);
        grid->addWidget(row.how, 2 * r, 3);
        grid->addWidget(row.source, 2 * r, 4);
        grid->addWidget(row.rule, 2 * r + 1, 0, 1, 5);
        m_rows.push_back(row);
    }
    for (std::size_t k = 0; k < m_rows.size(); ++k) {
        const auto &row = m_rows[k];
        const bool used = k < m_lines.size();
        for (QWidget *w : std::initializer_list<QWidget *>{row.label, row.value, row.unit, row.how, row.source, row.rule}) w->setVisible(used);
        if (!used) {
            row.value->setObjectName(QString());
            continue;
        }
        const auto &l = m_lines[k];
        row.label->setText(QString::fromStdString(l.label));
        row.value->setText(l.known ? QString::fromStdString(l.value) : u"not known"_s);
        row.value->setObjectName(u"setting_"_s + QString::fromStdString(l.key));
        row.unit->setText(text(unitLabel(l.unit)));
        row.how->setText(l.known ? QString::fromStdString(l.how) : u"needed: "_s + QString::fromStdString(l.missing));
        row.source->setText(l.source == 'd' ? u"design"_s : u"typed"_s);
    }
    QString words;
    for (const auto &f : p.evaluation.findings)
        if (f.id == CheckId::C26 || f.id == CheckId::C24) words += text(sentenceOf(p.model, p.evaluation.state, f)) + u" "_s;
    m_words->setText(words);
}

QString FirstCutsPage::copyText() const {
    QString t;
    for (const auto &l : m_lines) t += QString::fromStdString(l.label + "\t" + l.value + "\t" + l.unit + "\n");
    return t;
}

} // namespace lw
