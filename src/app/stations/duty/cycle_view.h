// The work cycle as a picture one works on: blocks picked, stretched and shifted, a line to scrub, Space to play.
#pragma once

#include "picture/cycle_chart.h"
#include "session/session.h"
#include <QTimer>
#include <QWidget>

namespace lw {

class CycleView : public QWidget {
    Q_OBJECT
public:
    explicit CycleView(QWidget *parent);
    void refresh(const ProvedAxis &proved, int current);
    [[nodiscard]] const Cycle &cycle() const { return m_cycle; }
    [[nodiscard]] const CycleLayout &drawn() const { return m_layout; }
    [[nodiscard]] double scrub() const { return m_scrub; }
    void setScrub(double seconds);
    /// Runs the line through the cycle in about six seconds; again: stops it.
    void play();
    [[nodiscard]] bool playing() const { return m_timer.isActive(); }

signals:
    void chosen(int block);
    void stretched(int block, double share); ///< new length (or standing time) over the one at the press
    void stretchEnded();
    void moved(int block, int to);         ///< dropped before the block that stands at `to`
    void forced(int block, double newton); ///< the top of a typed force was dragged

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;
    void resizeEvent(QResizeEvent *) override;

private:
    enum class Drag { None, Scrub, Edge, Block, Top } m_drag = Drag::None;
    void layOut();
    AxisModel m_model;
    Cycle m_cycle;
    CycleLayout m_layout;
    int m_current = 0, m_dragged = -1;
    double m_scrub = -1, m_startX = 0, m_startWidth = 1, m_startTop = 0;
    QTimer m_timer;
};

} // namespace lw
