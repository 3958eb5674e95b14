#include "app/stations/drive/screw_view.h"
#include "app/widgets.h"
#include "proof/words/narrate.h"
#include <algorithm>

namespace lw {
using namespace Qt::StringLiterals;

ScrewView::ScrewView(QWidget *parent) : QWidget(parent) {
    setObjectName(u"screwView"_s);
    setAccessibleName(u"The screw along its travel"_s);
    setFocusPolicy(Qt::NoFocus);
    setMinimumHeight(420);
}

void ScrewView::refresh(const ProvedAxis &proved) {
    m_proved = &proved;
    m_plan = screwPlan(proved.model, proved.evaluation.state);
    setAccessibleDescription(words());
    QWidget::update();
}

QString ScrewView::words() const {
    if (m_proved && m_proved->model.wheel()) return u"No screw: it runs on a rack or a wheel."_s;
    return m_plan.places.empty() ? u"Not known yet: "_s + QString::fromStdString(m_plan.missing)
                                 : placeWords(m_plan, m_share);
}
QString ScrewView::headline() const {
    if (!m_proved) return {};
    if (m_proved->model.wheel()) return u"No screw moves this axis"_s;
    const auto *soft = m_plan.softest();
    if (!soft) return u"The screw along its travel: not known yet"_s;
    const double least = std::min(m_plan.spareNear, m_plan.spareFar);
    if (least == least && m_plan.margin == m_plan.margin && least < m_plan.margin * (1 - 1e-9))
        return u"%1 of thread are left beyond the nut, %2 are needed"_s.arg(
            text(withUnit(std::max(least, 0.0), Dimension::Length, "mm", 3)),
            text(withUnit(m_plan.margin, Dimension::Length, "mm", 3)));
    return u"Softest %1 from the thrust bearing: %2"_s.arg(
        text(withUnit(soft->at, Dimension::Length, "mm", 3)),
        text(withUnit(soft->stiffness, Dimension::Stiffness, "N/um", 3)));
}
Verdict ScrewView::verdict() const {
    if (!m_proved || m_proved->model.wheel() || m_plan.places.empty()) return Verdict::NotKnown;
    Verdict worst = Verdict::Holds;
    for (const auto &f : m_proved->evaluation.findings)
        if (f.check->part == Part::Screw || f.check->part == Part::Nut) worst = std::min(worst, f.verdict);
    return worst;
}

void ScrewView::setShare(double share) {
    m_share = std::clamp(share, 0.0, 1.0);
    setAccessibleDescription(words());
    QWidget::update();
    emit moved();
}
bool ScrewView::handleKey(QKeyEvent *e) {
    const double step = e->modifiers() & Qt::ShiftModifier ? 0.1 : 0.02;
    switch (e->key()) {
    case Qt::Key_Left: setShare(m_share - step); return true;
    case Qt::Key_Right: setShare(m_share + step); return true;
    default: return false;
    }
}
void ScrewView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (!m_proved) return;
    if (m_proved->model.wheel()) {
        p.setFont(face(13));
        p.setPen(theme().ink2);
        p.drawText(rect().adjusted(8, 12, -8, 0), Qt::AlignLeft | Qt::AlignTop, words());
        return;
    }
    m_picture = paintScrewPlan(p, QRectF(rect()).adjusted(4, 2, -8, -4), m_plan, m_proved->model,
                               m_proved->evaluation.state, m_share);
}
void ScrewView::mousePressEvent(QMouseEvent *e) {
    if (m_picture.farBearing.contains(e->position())) {
        m_dragged = m_picture;
        return;
    }
    if (m_picture.right > m_picture.left && e->position().y() < m_picture.order.top())
        setShare(m_picture.shareAt(e->position().x()));
}
void ScrewView::mouseMoveEvent(QMouseEvent *e) {
    if (!(e->buttons() & Qt::LeftButton)) return;
    if (!m_dragged) {
        if (m_picture.right > m_picture.left && e->position().y() < m_picture.order.top())
            setShare(m_picture.shareAt(e->position().x()));
        return;
    }
    // never through the nut at its farthest, never beyond what anybody sells
    const double least = m_plan.nutFar + (m_plan.nut == m_plan.nut ? m_plan.nut / 2 : 0) + 5e-3;
    emit farBearingDragged(std::clamp((e->position().x() - m_dragged->zero) / m_dragged->scale, least, least + 4.0));
}

} // namespace lw
