// Stations 5 and 7, plain for now: the parts derived from the design, and the settings sheet for the controller.
#pragma once

#include "app/station_page.h"
#include "shop/settings_sheet.h"
#include <QAbstractTableModel>

class QTableView;

namespace lw {

class PartsModel : public QAbstractTableModel {
    Q_OBJECT
public:
    PartsModel(Session *session, QObject *parent);
    void setLines(std::vector<PartLine> lines);
    [[nodiscard]] const std::vector<PartLine> &lines() const { return m_lines; }
    int rowCount(const QModelIndex &parent = {}) const override;
    int columnCount(const QModelIndex &parent = {}) const override;
    QVariant data(const QModelIndex &index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;
    Qt::ItemFlags flags(const QModelIndex &index) const override;
    bool setData(const QModelIndex &index, const QVariant &value, int role) override;

private:
    Session *m_session;
    std::vector<PartLine> m_lines;
};

class PartsPage : public StationPage {
    Q_OBJECT
public:
    PartsPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] PartsModel *model() const { return m_model; }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void nextState();
    PartsModel *m_model;
    QTableView *m_table;
    QLabel *m_total, *m_detail;
    MarkWidget *m_money;
};

class FirstCutsPage : public StationPage {
    Q_OBJECT
public:
    FirstCutsPage(Session *session, QWidget *parent);
    [[nodiscard]] QString copyText() const override;

protected:
    void update(const ProvedAxis &proved) override;

private:
    struct Row {
        QLabel *label, *value, *unit, *how, *source;
        QWidget *rule;
    };
    QWidget *m_sheet;
    std::vector<Row> m_rows; ///< made once, rewritten at each edit
    QLabel *m_words;
    std::vector<SettingLine> m_lines;
};

} // namespace lw
