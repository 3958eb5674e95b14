#include "app/stations/duty/cut_view.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

void CutView::refresh(const Cut &cut) {
    m_cut = cut;
    const bool complete = cut.uncapped == cut.uncapped;
    setVisible(complete && cut.kind != CutKind::Given && cut.kind != CutKind::Tapping && cut.id != "class");
    setAccessibleName(u"The cut, to scale"_s);
    update();
}
void CutView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    m_grips = paintCut(p, QRectF(rect()).adjusted(2, 10, -2, -2), m_cut);
}
void CutView::mousePressEvent(QMouseEvent *e) {
    m_drag = m_grips.width.adjusted(-4, -4, 4, 4).contains(e->position()) && m_grips.widthScale != 0   ? 1
             : m_grips.depth.adjusted(-4, -4, 4, 4).contains(e->position()) && m_grips.depthScale != 0 ? 2
                                                                                                       : 0;
    m_from = e->position().y();
    m_start = m_drag == 1 ? m_cut.mill.width.value() : m_cut.mill.depth.value();
    m_scale = m_drag == 1 ? m_grips.widthScale : m_grips.depthScale; // as drawn when it was taken hold of
}
void CutView::mouseMoveEvent(QMouseEvent *e) {
    if (!m_drag) return;
    // tenths of a millimetre; never wider than the cutter
    const double moved = (e->position().y() - m_from) * m_scale;
    double v = std::max(0.1e-3, std::round((m_start + moved) * 1e4) / 1e4);
    if (m_drag == 1)
        emit widthDragged(std::min(v, m_cut.mill.cutter.value()));
    else
        emit depthDragged(v);
}
void CutView::mouseReleaseEvent(QMouseEvent *) { m_drag = 0; }

void MetalBars::refresh(const Cut &cut) {
    m_metals = sameCutInOtherMetals(cut);
    m_cap = cut.capped ? cut.force.v : notKnown;
    setFixedHeight(int(otherMetalRow * double(m_metals.size())) + 1);
    setVisible(!m_metals.empty());
    QString words;
    for (const auto &m : m_metals)
        words += u"%1 %2. "_s.arg(text(m.material->name), text(withUnit(m.force, Dimension::Force, "N", 2)));
    setAccessibleName(u"The same cut in other metals: "_s + words);
    update();
}
void MetalBars::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintOtherMetals(p, rect(), m_metals, m_cap);
}
void MetalBars::mousePressEvent(QMouseEvent *e) {
    const auto k = std::size_t(std::max(0.0, e->position().y() / otherMetalRow));
    if (k < m_metals.size()) emit chosen(text(m_metals[k].material->code));
}

} // namespace lw
