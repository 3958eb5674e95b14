#include "app/stations/duty/cycle_view.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

CycleView::CycleView(QWidget *parent) : QWidget(parent) {
    setObjectName(u"cycleView"_s);
    setMinimumHeight(220);
    setMouseTracking(true);
    m_timer.setInterval(40);
    connect(&m_timer, &QTimer::timeout, this, [this] {
        double t = m_scrub + std::max(0.02, m_cycle.total / 6 * 0.04);
        if (t > m_cycle.total) t = 0;
        setScrub(t);
    });
}

void CycleView::refresh(const ProvedAxis &p, int current) {
    m_model = p.model;
    m_cycle = cycleOf(p.model, p.evaluation.state);
    m_current = current;
    if (m_scrub > m_cycle.total) m_scrub = -1;
    setAccessibleName(u"Work cycle: force along the screw and speed over time"_s);
    QString words;
    for (const auto &b : m_cycle.blocks)
        words += u"%1: %2 s, %3. "_s.arg(text(m_model.moves[std::size_t(b.move)].name),
                                         text(b.time == b.time ? numberText(b.time, 3) : "not known"),
                                         text(withUnit(std::fabs(b.axial), Dimension::Force, "N")));
    setAccessibleDescription(words + cycleSums(m_cycle));
    layOut();
    update();
}
void CycleView::layOut() { m_layout = layOutCycle(QRectF(rect()).adjusted(0, 4, 0, 0), m_model, m_cycle); }
void CycleView::resizeEvent(QResizeEvent *) { layOut(); }
void CycleView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintCycle(p, m_layout, m_model, m_cycle, m_current, m_scrub, cycleSums(m_cycle));
}
void CycleView::setScrub(double seconds) {
    m_scrub = seconds < 0 ? -1 : std::min(seconds, m_cycle.total);
    update();
}
void CycleView::play() {
    if (m_timer.isActive()) return m_timer.stop();
    if (!(m_cycle.total > 0)) return;
    if (m_scrub < 0) setScrub(0);
    m_timer.start();
}

void CycleView::mousePressEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    m_startX = at.x();
    m_timer.stop();
    for (std::size_t k = 0; k < m_layout.blocks.size(); ++k) {
        const auto &b = m_layout.blocks[k];
        const auto &move = m_model.moves[std::size_t(m_cycle.blocks[k].move)];
        const bool own = !move.id.empty();
        if (own && std::fabs(at.x() - b.strip.right()) < 5 && at.y() > b.strip.top() - 6 &&
            at.y() < b.strip.bottom() + 6) {
            m_drag = Drag::Edge;
            m_dragged = int(k);
            m_startWidth = std::max(8.0, b.strip.width());
            return emit chosen(int(k));
        }
        if (b.strip.contains(at) || b.force.contains(at)) {
            const double force = std::fabs(m_cycle.blocks[k].axial);
            const bool given = move.cut >= 0 && m_model.cuts[std::size_t(move.cut)].kind == CutKind::Given && own;
            if (given && b.force.contains(at) && std::fabs(at.y() - m_layout.yOfForce(force)) < 6) {
                m_drag = Drag::Top;
                m_startTop = force - m_model.cuts[std::size_t(move.cut)].force.v;
            } else {
                m_drag = own && b.strip.contains(at) ? Drag::Block : Drag::Scrub;
            }
            m_dragged = int(k);
            emit chosen(int(k));
            if (m_drag == Drag::Scrub) setScrub(m_layout.timeAt(m_cycle, at.x()));
            return;
        }
    }
    if (at.x() >= m_layout.forceBand.left()) {
        m_drag = Drag::Scrub;
        setScrub(m_layout.timeAt(m_cycle, at.x()));
    }
}
void CycleView::mouseMoveEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    if (m_drag == Drag::Scrub)
        setScrub(m_layout.timeAt(m_cycle, at.x()));
    else if (m_drag == Drag::Edge)
        emit stretched(m_dragged, std::max(0.05, (m_startWidth + at.x() - m_startX) / m_startWidth));
    else if (m_drag == Drag::Top)
        emit forced(m_dragged, std::max(5.0, (m_layout.forceBand.bottom() - at.y()) / m_layout.forceBand.height() *
                                                     m_layout.mostForce -
                                                 m_startTop));
    else if (m_drag == Drag::None) {
        bool edge = false;
        for (const auto &b : m_layout.blocks)
            edge = edge || (std::fabs(at.x() - b.strip.right()) < 5 && at.y() > b.strip.top() - 6);
        setCursor(edge ? Qt::SizeHorCursor : Qt::ArrowCursor);
    }
}
void CycleView::mouseReleaseEvent(QMouseEvent *e) {
    const double x = e->position().x();
    const auto was = m_drag;
    m_drag = Drag::None;
    if (was == Drag::Edge || was == Drag::Top) return emit stretchEnded();
    if (was != Drag::Block || std::fabs(x - m_startX) < 12) return;
    int to = 0;
    for (const auto &b : m_layout.blocks)
        if (x > b.strip.center().x()) ++to;
    if (to != m_dragged && to != m_dragged + 1) emit moved(m_dragged, to);
}

} // namespace lw
