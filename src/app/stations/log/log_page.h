// Station 8: what happened, why, and was it right.
#pragma once

#include "app/entries/cells.h"
#include "app/stations/first_cuts/first_cuts_page.h"
#include "app/stations/station_page.h"
#include "logbook/entry_reader.h"
#include <array>
#include <set>

class QButtonGroup;

namespace lw {

/// Hours by phase: bar spent, stroke planned, dashed left.
class HoursBars : public QWidget {
    Q_OBJECT
public:
    explicit HoursBars(QWidget *parent) : QWidget(parent) { setFixedHeight(5 * 26 + 4); }
    void refresh(const std::vector<PhaseHours> &hours);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    std::vector<PhaseHours> m_hours;
};

class LogPage : public StationPage {
    Q_OBJECT
public:
    LogPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral(
            "N new entry   Enter opens its fields   P pins a lesson   Delete takes it away   Ctrl+P prints");
    }
    [[nodiscard]] QString copyText() const override { return m_table->asText(); }
    [[nodiscard]] CellsView *table() const { return m_table; }
    void goTo(const QString &entry) override;

protected:
    bool eventFilter(QObject *o, QEvent *e) override;
    void update(const ProvedAxis &proved) override;

private:
    void write();
    /// What the line says besides its words, shown under it before Enter.
    [[nodiscard]] ReadEntry readLine() const;
    void showUnderstood();
    void showEntry();
    void setKind(int kind);
    QLineEdit *m_new;
    QLabel *m_understoodHead;
    std::array<QPushButton *, 6> m_understood{};
    std::set<EntryPiece> m_takenBack; ///< of the line being written
    QButtonGroup *m_kinds;
    int m_kind = -1; ///< filter; -1: all
    bool m_everyAxis = true;
    CellsModel *m_model;
    CellsView *m_table;
    QWidget *m_fieldHost;
    std::vector<std::pair<FieldWidget *, QString>> m_fields;
    PredictionList *m_predictions;
    QLabel *m_right, *m_hoursTitle, *m_lessonsList, *m_money;
    HoursBars *m_hours;
    QString m_entry;
};

} // namespace lw
