// Drive, ratio of a table that turns: time of a turn against the step over the ratio, the window where both serve, what
// can be bought; both designs in figures.
#pragma once

#include "proof/words/rotary_words.h"
#include "search/table_ratios.h"
#include "app/entries/cells.h"
#include "session/session.h"
#include "session/sizing.h"
#include <QWidget>

class QLabel;
class QPushButton;
class QTableWidget;
class QTimer;

namespace lw {

class RotaryRatioChart : public QWidget {
    Q_OBJECT
public:
    explicit RotaryRatioChart(QWidget *parent);
    void refresh(const ProvedAxis &proved, const std::vector<TableRatio> &ratios, RatioWindow window, int chosen);
    /// Where one of the ratios is drawn.
    [[nodiscard]] QPointF placeOf(std::size_t k) const;

signals:
    void picked(int ratio);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] double xOf(double ratio) const;
    [[nodiscard]] int nearest(QPointF at) const;
    const ProvedAxis *m_proved = nullptr;
    std::vector<TableRatio> m_ratios;
    RatioWindow m_window;
    int m_chosen = -1;
    double m_least = 1, m_most = 2, m_longest = 1;
    bool m_dragging = false;
};

/// One index move as it is: the table turns at true speed, speed and torque asked beside it.
class IndexMove : public QWidget {
    Q_OBJECT
public:
    explicit IndexMove(QWidget *parent);
    void refresh(const ProvedAxis &proved);
    void play(double turned); ///< rad, from rest to rest
    void scrub(double by);    ///< s
    [[nodiscard]] bool playing() const;
    [[nodiscard]] double at() const { return m_at; }
    /// Turned so far at a moment of the move, rad.
    [[nodiscard]] double angleAt(double t) const;

protected:
    void paintEvent(QPaintEvent *) override;

private:
    [[nodiscard]] double duration() const;
    [[nodiscard]] double speedAt(double t) const;
    const ProvedAxis *m_proved = nullptr;
    QTimer *m_clock;
    double m_turned = 1.5707963267948966, m_at = 0;
    qint64 m_started = 0;
    double m_from = 0;
};

class RotaryRatioView : public QWidget {
    Q_OBJECT
public:
    RotaryRatioView(Session *session, QWidget *parent);
    void refresh(const ProvedAxis &proved);
    bool handleKey(QKeyEvent *e);
    [[nodiscard]] QString headline() const;
    [[nodiscard]] RotaryRatioChart *chart() const { return m_chart; }
    /// Looks for the ways now, for a picture.
    void settle();
    [[nodiscard]] TableSizing *search() const { return m_search; }
    [[nodiscard]] const std::vector<TableWay> &ways() const { return m_told; }
    [[nodiscard]] IndexMove *move() const { return m_move; }
    [[nodiscard]] const std::vector<TableRatio> &ratios() const { return m_ratios; }

signals:
    void said(const QString &sentence);

private:
    void take(int ratio);
    Session *m_session;
    std::string m_axis;
    std::vector<TableRatio> m_ratios;
    QString m_headline;
    RotaryRatioChart *m_chart;
    void propose();
    void showWays();
    void showAnswer(const TableWays &answer);
    void takeWay();
    QTableWidget *m_figures;
    IndexMove *m_move;
    TableSizing *m_search;
    QPushButton *m_propose;
    CellsModel *m_waysModel;
    CellsView *m_ways;
    QLabel *m_waysWords;
    std::vector<TableWay> m_told;
};

} // namespace lw
