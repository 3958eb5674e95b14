#include "app/entries/cells.h"
#include "picture/marks.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void CellsModel::setRows(std::vector<CellRow> rows) {
    if (rows == m_rows) return;
    bool sameIds = rows.size() == m_rows.size();
    for (std::size_t k = 0; sameIds && k < rows.size(); ++k)
        sameIds = rows[k].id == m_rows[k].id && rows[k].head == m_rows[k].head;
    if (!sameIds) {
        beginResetModel();
        m_rows = std::move(rows);
        endResetModel();
        return;
    }
    auto before = std::move(m_rows);
    m_rows = std::move(rows); // the reader's place stays; only rows that say something else are drawn again
    for (std::size_t k = 0; k < m_rows.size(); ++k)
        if (!(before[k] == m_rows[k])) emit dataChanged(index(int(k), 0), index(int(k), columnCount() - 1));
}
int CellsModel::rowOf(const QString &id) const {
    for (std::size_t k = 0; k < m_rows.size(); ++k)
        if (m_rows[k].id == id && !m_rows[k].head) return int(k);
    return -1;
}

QVariant CellsModel::data(const QModelIndex &index, int role) const {
    if (!index.isValid() || index.row() >= int(m_rows.size())) return {};
    const auto &r = m_rows[std::size_t(index.row())];
    if (index.column() >= int(r.cells.size())) return {};
    const auto &c = r.cells[std::size_t(index.column())];
    if (role == Qt::DisplayRole || role == Qt::EditRole) return c.text;
    if (role == Qt::AccessibleTextRole) {
        QStringList parts;
        if (c.mark) parts << lw::text(verdictWord(*c.mark));
        if (c.progress) parts << lw::text(stateCode(*c.progress));
        if (c.kind) parts << lw::text(logKindCode(*c.kind));
        if (c.tag) parts << u"caution"_s;
        if (!c.text.isEmpty()) parts << c.text;
        if (!c.under.isEmpty()) parts << c.under;
        return parts.join(u", "_s);
    }
    if (role == Qt::ToolTipRole)
        return r.tip.isEmpty() ? c.under.isEmpty() ? c.text : c.text + u"\n"_s + c.under : r.tip;
    return {};
}
QVariant CellsModel::headerData(int s, Qt::Orientation o, int role) const {
    if (role == Qt::TextAlignmentRole) // a head stands over its figures
        for (const auto &r : m_rows)
            if (!r.head && s < int(r.cells.size()))
                return int((r.cells[std::size_t(s)].right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    return o == Qt::Horizontal && role == Qt::DisplayRole && s >= 0 && s < m_heads.size() ? QVariant(m_heads[s])
                                                                                          : QVariant();
}
Qt::ItemFlags CellsModel::flags(const QModelIndex &index) const {
    if (!index.isValid() || index.row() >= int(m_rows.size())) return Qt::NoItemFlags;
    const auto &r = m_rows[std::size_t(index.row())];
    if (r.head) return Qt::ItemIsEnabled;
    const auto f = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return index.column() < int(r.cells.size()) && r.cells[std::size_t(index.column())].editable
               ? f | Qt::ItemIsEditable
               : f;
}
bool CellsModel::setData(const QModelIndex &index, const QVariant &value, int role) {
    if (!index.isValid() || role != Qt::EditRole || !edited) return false;
    const QString id = m_rows[std::size_t(index.row())].id;
    return edited(id, index.column(), value.toString().trimmed());
}

namespace {
class CellDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter *p, const QStyleOptionViewItem &o, const QModelIndex &index) const override {
        const auto *m = static_cast<const CellsModel *>(index.model());
        const auto &r = m->rows()[std::size_t(index.row())];
        const auto &t = theme();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        p->fillRect(o.rect, r.head                             ? t.paper
                            : o.state & QStyle::State_Selected ? t.touchWash
                            : r.wash.isValid()                 ? r.wash
                                                               : t.sheet);
        p->setPen(QPen(t.rule, 1));
        p->drawLine(o.rect.bottomLeft(), o.rect.bottomRight());
        if (index.column() < int(r.cells.size())) paintCell(*p, o.rect, r.cells[std::size_t(index.column())], r.head);
        if (o.state & QStyle::State_HasFocus) {
            p->setPen(QPen(t.touch, 1.6));
            p->setBrush(Qt::NoBrush);
            p->drawRect(QRectF(o.rect).adjusted(0.8, 0.8, -0.8, -1.8));
        }
        p->restore();
    }
    QWidget *createEditor(QWidget *parent, const QStyleOptionViewItem &o, const QModelIndex &index) const override {
        auto *e = QStyledItemDelegate::createEditor(parent, o, index);
        if (e) e->setFont(mono(15));
        return e;
    }

private:
    static void paintCell(QPainter &p, QRect rect, const Cell &c, bool head) {
        const auto &t = theme();
        double x = rect.left() + 6;
        const double right = rect.right() - 6;
        if (c.progress) {
            paintProgress(p, QRectF(x, rect.top() + 6, 50, 17), *c.progress, c.have);
            p.setFont(face(13));
            p.setPen(t.ink2);
            p.drawText(QRectF(x, rect.top() + 25, rect.width() - 10, 18), Qt::AlignLeft | Qt::AlignVCenter, c.under);
            return;
        }
        if (c.kind) {
            paintLogKind(p, QPointF(x, rect.top() + 5), *c.kind, t.ink);
            p.setFont(face(13));
            p.setPen(t.ink2);
            p.drawText(QRectF(x, rect.top() + 26, rect.width() - 8, 18), Qt::AlignLeft | Qt::AlignVCenter, c.under);
            return;
        }
        if (c.tag) {
            paintTag(p, QRectF(x, rect.center().y() - 9, 26, 18));
            x += 34;
        }
        if (c.mark) {
            paintPin(p, {x, c.under.isEmpty() ? rect.center().y() + 0.5 : rect.top() + 16.0}, *c.mark, {26, 13});
            x += 33;
        }
        const bool two = !c.under.isEmpty();
        const QRectF first(x, rect.top() + (two ? 4 : 0), right - x, two ? 22 : rect.height()),
            second(x, rect.top() + 25, right - x, 18);
        const auto align = (c.right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter;
        p.setFont(face(head ? 13 : 15, c.bold || head, c.italic));
        p.setPen(c.ink.isValid() ? c.ink : t.ink);
        p.drawText(first, align, QFontMetrics(p.font()).elidedText(c.text, Qt::ElideRight, int(first.width())));
        if (two) {
            p.setFont(face(13));
            p.setPen(c.underInk.isValid() ? c.underInk : t.ink2);
            p.drawText(second, align, QFontMetrics(p.font()).elidedText(c.under, Qt::ElideRight, int(second.width())));
        }
    }
};
} // namespace

CellsView::CellsView(CellsModel *model, QWidget *parent) : QTableView(parent), m_cells(model) {
    setModel(model);
    setItemDelegate(new CellDelegate(this));
    setShowGrid(false);
    verticalHeader()->hide();
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setHighlightSections(false);
    horizontalHeader()->setFont(face(13));
    setSelectionBehavior(QAbstractItemView::SelectRows);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setEditTriggers(QAbstractItemView::EditKeyPressed | QAbstractItemView::DoubleClicked);
    setTabKeyNavigation(false);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(model, &QAbstractItemModel::modelReset, this, &CellsView::layoutRows);
    connect(model, &QAbstractItemModel::dataChanged, this, &CellsView::layoutRows);
    connect(this, &QAbstractItemView::activated, this, [this] { emit opened(currentId()); });
}
void CellsView::layoutRows() {
    clearSpans();
    const auto &rows = m_cells->rows();
    for (std::size_t k = 0; k < rows.size(); ++k) {
        bool two = false;
        for (const auto &c : rows[k].cells)
            two |= !c.under.isEmpty() || c.progress || c.kind;
        const int h = rows[k].head ? 27 : two ? 49 : 31;
        if (rowHeight(int(k)) != h) setRowHeight(int(k), h);
        if (rows[k].head && m_cells->columnCount() > 2) setSpan(int(k), 0, 1, m_cells->columnCount() - 1);
    }
}
QString CellsView::currentId() const {
    const int r = currentIndex().row();
    return r >= 0 && r < int(m_cells->rows().size()) && !m_cells->rows()[std::size_t(r)].head
               ? m_cells->rows()[std::size_t(r)].id
               : QString();
}
void CellsView::setCurrentId(const QString &id) {
    if (const int r = m_cells->rowOf(id); r >= 0)
        setCurrentIndex(m_cells->index(r, std::max(0, currentIndex().column())));
}
void CellsView::setWidths(const std::vector<int> &widths) {
    m_widths = widths;
    resizeEvent(nullptr);
}
void CellsView::resizeEvent(QResizeEvent *e) {
    if (e) QTableView::resizeEvent(e);
    // What the row is about comes first: where the room is short, wide columns beside it give way to two thirds.
    constexpr int wide = 110, least = 240;
    int used = 0, giving = 0;
    for (int w : m_widths) {
        used += w;
        if (w > wide) giving += w / 3;
    }
    const int lack = std::clamp(least - (viewport()->width() - used), 0, giving);
    const auto given = [&](int w) { return w > wide && giving > 0 ? w - lack * (w / 3) / giving : w; };
    used = 0;
    for (int w : m_widths)
        used += given(w);
    for (std::size_t k = 0; k < m_widths.size(); ++k)
        setColumnWidth(int(k), m_widths[k] ? given(m_widths[k]) : std::max(120, viewport()->width() - used));
}
void CellsView::keyPressEvent(QKeyEvent *e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) {
        if (state() == QAbstractItemView::EditingState) return QTableView::keyPressEvent(e);
        emit opened(currentId());
        return;
    }
    // letters are keys of the window here, not a search in the table
    if (!e->text().isEmpty() && e->modifiers() == Qt::NoModifier && e->key() != Qt::Key_F2 &&
        e->key() != Qt::Key_Escape && e->key() != Qt::Key_Delete)
        return e->ignore();
    QTableView::keyPressEvent(e);
}
void CellsView::currentChanged(const QModelIndex &now, const QModelIndex &before) {
    QTableView::currentChanged(now, before);
    if (now.row() == before.row()) return;
    if (now.isValid() && m_cells->rows()[std::size_t(now.row())].head) { // step over the heads of groups
        const int by = before.isValid() && before.row() > now.row() ? -1 : 1, to = now.row() + by;
        if (to >= 0 && to < m_cells->rowCount()) setCurrentIndex(m_cells->index(to, now.column()));
        return;
    }
    emit currentIdChanged(currentId());
}
QString CellsView::asText() const {
    QString t;
    for (const auto &r : m_cells->rows()) {
        QStringList line;
        for (int c = 0; c < m_cells->columnCount(); ++c)
            line << m_cells->data(m_cells->index(int(&r - m_cells->rows().data()), c), Qt::AccessibleTextRole)
                        .toString();
        t += line.join(u'\t') + u'\n';
    }
    return t;
}

} // namespace lw
