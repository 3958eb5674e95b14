#include "app/stations/drive/power_path_view.h"
#include "app/widgets.h"
#include "picture/fit_picture.h"
#include "picture/rotary_views.h"
#include "proof/words/narrate.h"
#include <QWheelEvent>

namespace lw {
using namespace Qt::StringLiterals;

PowerPathView::PowerPathView(QWidget *parent) : QWidget(parent) {
    setMinimumHeight(222);
    setMouseTracking(true);
    setObjectName(u"powerPath"_s);
    setAccessibleName(u"Power path, to scale"_s);
}

void PowerPathView::refresh(const ProvedAxis &p, int chosen, std::optional<std::size_t> beltStage, bool fits) {
    m_fits = fits;
    m_proved = &p;
    m_chosen = chosen;
    m_beltStage = beltStage;
    const auto &m = p.model;
    QString words = m.hasMotor() ? u"Motor"_s : u"No motor"_s;
    for (std::size_t k = 0; k < m.stages.size(); ++k)
        if (const auto *belt = m.stageAs<ToothedBelt>(k))
            words += u", belt %1 : %2, centres %3 mm"_s.arg(belt->driver.teeth)
                         .arg(belt->driven.teeth)
                         .arg(text(numberText(p.evaluation.state.stageWork<ToothedBelt>(k)->centre * 1e3, 5)));
        else if (!m.stageAs<Coupling>(k))
            words += u", "_s + text(nounOf(m.stages[k].stage));
    if (std::all_of(m.stages.begin(), m.stages.end(), [](const auto &q) { return !besideEachOther(q.stage); }))
        words += u", direct"_s;
    if (m.rotary())
        words += u", table that turns"_s;
    else
        words += m.screw().named ? u", screw "_s + text(m.screw().thread.name) : u", screw not named"_s;
    setAccessibleDescription(words);
    QWidget::update();
}
void PowerPathView::setNut(double share) {
    m_nut = std::clamp(share, 0.0, 1.0);
    QWidget::update();
}
QString PowerPathView::scales() const {
    // the widget's pixels are 96 to the inch
    auto scale = [](double pixelsPerMetre) { return pixelsPerMetre > 0 ? 96 / 0.0254 / pixelsPerMetre : 0; };
    if (m_proved && m_proved->model.rotary())
        return m_picture.endScale > 0
                   ? u"to scale: views 1 : %1, belt 1 : %2"_s.arg(scale(m_picture.sideScale), 0, 'f', 1)
                         .arg(scale(m_picture.endScale), 0, 'f', 1)
                   : u"to scale: views 1 : %1"_s.arg(scale(m_picture.sideScale), 0, 'f', 1);
    return u"drawn to scale: end view 1 : %1, side view 1 : %2"_s.arg(scale(m_picture.endScale), 0, 'f', 1)
        .arg(scale(m_picture.sideScale), 0, 'f', 1);
}

void PowerPathView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (!m_proved) return;
    if (m_proved->model.rotary()) {
        const double endW = m_proved->model.hasStage<ToothedBelt>() ? std::min(230.0, width() * 0.27) : 0;
        const double sideScale = paintRotaryViews(p, QRectF(4, 0, width() - endW - 18, height() - 6), m_proved->model,
                                                  m_proved->evaluation.state);
        m_picture = {};
        if (endW > 0)
            m_picture = paintChainEnd(p, QRectF(width() - endW - 6, 0, endW, height() - 6), m_proved->model,
                                      m_proved->evaluation.state, m_chosen);
        m_picture.sideScale = sideScale;
        m_strip = {};
        if (const auto now = scales(); now != m_scales) {
            m_scales = now;
            emit scalesChanged();
        }
        return;
    }
    const double stripH = m_beltStage || m_fits ? 92 : 0;
    const double endW = std::min(250.0, width() * 0.30);
    m_picture = paintPowerPath(p, QRectF(4, 0, endW, height() - stripH - 6),
                               QRectF(endW + 10, 0, width() - endW - 12, height() - stripH - 6), m_proved->model,
                               m_proved->evaluation.state, m_chosen, m_nut);
    if (const auto now = scales(); now != m_scales) {
        m_scales = now;
        emit scalesChanged();
    }
    m_strip = {};
    if (stripH == 0) return;
    p.setPen(QPen(theme().rule2, 1));
    p.drawLine(QPointF(0, height() - stripH), QPointF(width(), height() - stripH));
    if (m_fits)
        return paintFits(p, QRectF(0, height() - stripH + 2, width(), stripH - 2), bearingFits(m_proved->model),
                         m_proved->model);
    m_strip = paintBeltStrip(p, QRectF(0, height() - stripH + 2, width(), stripH - 2), m_proved->model,
                             m_proved->evaluation.state, *m_beltStage);
}

void PowerPathView::mousePressEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    m_from = at;
    for (const auto &s : m_strip.stops)
        if (s.box.contains(at)) return emit beltChosen(m_strip.stage, s.teeth, s.centre);
    if (m_strip.track.adjusted(-8, -4, 8, 4).contains(at)) {
        m_drag = Drag::Strip;
        return emit centreDragged(m_strip.stage, m_strip.centreAt(at.x()));
    }
    for (auto it = m_picture.areas.rbegin(); it != m_picture.areas.rend(); ++it)
        if (it->area.contains(at)) {
            const int part = it->part;
            const auto parts = m_proved ? chainParts(m_proved->model) : std::vector<ChainPart>();
            emit picked(part);
            if (part == int(parts.size())) m_drag = Drag::Nut;
            const auto *belt = m_proved ? m_proved->evaluation.state.stageWork<ToothedBelt>(0) : nullptr;
            if ((part == 1 || part == 2) && belt &&
                std::hypot(at.x() - m_picture.smallCentre.x(), at.y() - m_picture.smallCentre.y()) < 80) {
                m_drag = Drag::Centre;
                m_startCentre = belt->centre;
            }
            return;
        }
}
/// How far a movement of the pointer goes along the first belt, away from the pulley it turns, pixels.
double PowerPathView::alongBelt(QPointF moved) const {
    const QPointF way = m_picture.smallCentre - m_picture.firstDriven;
    const double length = std::hypot(way.x(), way.y());
    return length > 0 ? QPointF::dotProduct(moved, way) / length : moved.y();
}
void PowerPathView::mouseMoveEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    const double slow = e->modifiers() & Qt::AltModifier ? 0.25 : 1;
    if (m_drag == Drag::Centre && m_picture.endScale > 0)
        emit centreDragged(0, m_startCentre + alongBelt(at - m_from) / m_picture.endScale * slow);
    else if (m_drag == Drag::Strip)
        emit centreDragged(m_strip.stage, m_strip.centreAt(at.x()));
    else if (m_drag == Drag::Nut && m_picture.tableRight > m_picture.tableLeft) {
        setNut(m_nut + (at.x() - m_from.x()) / (m_picture.tableRight - m_picture.tableLeft) * slow);
        m_from = at;
    } else {
        bool over = m_strip.track.contains(at);
        for (const auto &s : m_strip.stops)
            over |= s.box.contains(at);
        for (const auto &a : m_picture.areas)
            over |= a.area.contains(at);
        setCursor(over ? Qt::PointingHandCursor : Qt::ArrowCursor);
    }
}
void PowerPathView::mouseReleaseEvent(QMouseEvent *) { m_drag = Drag::None; }

void PowerPathView::wheelEvent(QWheelEvent *e) {
    e->ignore();
    const auto over = [&](const PartArea &a) { return a.part == m_chosen && a.area.contains(e->position()); };
    if (!m_proved || std::none_of(m_picture.areas.begin(), m_picture.areas.end(), over)) return;
    const auto parts = chainParts(m_proved->model);
    const auto part = std::find_if(parts.begin(), parts.end(), [&](const auto &p) { return p.number == m_chosen; });
    if (part == parts.end() || (part->kind != ChainPartKind::Driver && part->kind != ChainPartKind::Driven)) return;
    e->accept();
    m_turned += e->angleDelta().y();
    constexpr int notch = 120;
    if (const int by = m_turned / notch; by != 0) {
        m_turned -= by * notch;
        emit teethTurned(m_chosen, by);
    }
}

} // namespace lw
