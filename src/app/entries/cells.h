// Tables of the job: rows of cells with marks, second lines, washes and group heads, drawn in our hand on an ordinary
// item view, so that keys, selection and assistive tools work as everywhere.
#pragma once

#include "app/window/style.h"
#include "picture/job_marks.h"
#include <QAbstractTableModel>
#include <QTableView>
#include <functional>
#include <optional>
#include <vector>

namespace lw {

struct Cell {
    QString text, under = {};
    bool bold = false, italic = false, right = false, editable = false;
    std::optional<Verdict> mark = {};
    std::optional<PartState> progress = {};
    bool have = false;
    std::optional<LogKind> kind = {};
    bool tag = false;
    QColor ink = {}, underInk = {};
    bool operator==(const Cell &) const = default;
};
struct CellRow {
    QString id;
    std::vector<Cell> cells;
    QColor wash = {};
    bool head = false; ///< of a group: one text across, the last cell at the right
    QString tip = {};
    bool operator==(const CellRow &) const = default;
};

class CellsModel : public QAbstractTableModel {
    Q_OBJECT
public:
    CellsModel(QStringList heads, QObject *parent) : QAbstractTableModel(parent), m_heads(std::move(heads)) {}
    void setRows(std::vector<CellRow> rows);
    /// Other words over the columns: the unit that is shown has changed.
    void setHeads(const QStringList &heads) {
        if (heads == m_heads) return;
        m_heads = heads;
        emit headerDataChanged(Qt::Horizontal, 0, int(m_heads.size()) - 1);
    }
    [[nodiscard]] const std::vector<CellRow> &rows() const { return m_rows; }
    [[nodiscard]] int rowOf(const QString &id) const;
    int rowCount(const QModelIndex &parent = {}) const override { return parent.isValid() ? 0 : int(m_rows.size()); }
    int columnCount(const QModelIndex &parent = {}) const override {
        return parent.isValid() ? 0 : int(m_heads.size());
    }
    QVariant data(const QModelIndex &index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;
    Qt::ItemFlags flags(const QModelIndex &index) const override;
    bool setData(const QModelIndex &index, const QVariant &value, int role) override;
    /// What typing into a cell does; true when taken.
    std::function<bool(const QString &id, int column, const QString &text)> edited;

private:
    QStringList m_heads;
    std::vector<CellRow> m_rows;
};

class CellsView : public QTableView {
    Q_OBJECT
public:
    CellsView(CellsModel *model, QWidget *parent);
    [[nodiscard]] QString currentId() const;
    void setCurrentId(const QString &id);
    /// Widths of all columns; one may be 0 and takes the rest.
    void setWidths(const std::vector<int> &widths);
    /// All rows as text for the clipboard.
    [[nodiscard]] QString asText() const;

signals:
    void currentIdChanged(const QString &id);
    void opened(const QString &id);

protected:
    void keyPressEvent(QKeyEvent *e) override;
    void resizeEvent(QResizeEvent *e) override;
    void currentChanged(const QModelIndex &now, const QModelIndex &before) override;

private:
    void layoutRows();
    CellsModel *m_cells;
    std::vector<int> m_widths;
};

} // namespace lw
