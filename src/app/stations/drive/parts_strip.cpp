#include "app/stations/drive/parts_strip.h"
#include "app/window/style.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <QMouseEvent>
#include <QPainter>

namespace lw {
using namespace Qt::StringLiterals;
namespace {
constexpr int partsHeight = 62, barsHeight = 30;

/// Reduction so far, and the most any operating point asks of the shaft, with its speed at rapid.
QString barWords(const ProvedAxis &p, std::size_t shaft) {
    const auto &s = p.evaluation.state;
    double most = notKnown;
    for (const auto &point : s.points)
        if (shaft < point.shafts.size()) {
            const double t = std::fabs(point.shafts[shaft].torque.value());
            if (t == t) most = most == most ? std::max(most, t) : t;
        }
    double ratio = 1;
    for (std::size_t k = 0; k < shaft && k < s.stages.size(); ++k)
        ratio *= s.stages[k].figures.reduction.value();
    const double rpm = s.motorRpm / ratio;
    return u"%1:1  %2  %3"_s.arg(text(numberText(ratio, 3)), text(withUnit(most, Dimension::Torque, "Nm", 3)),
                                 rpm == rpm ? text(numberText(rpm, 3)) + u" rpm"_s : u"? rpm"_s);
}
} // namespace

PartsStrip::PartsStrip(QWidget *parent) : QWidget(parent) {
    setObjectName(u"partsStrip"_s);
    setAccessibleName(u"Parts in the order the power takes"_s);
    setFixedHeight(partsHeight);
}

void PartsStrip::refresh(const ProvedAxis &proved, const std::vector<ChainPart> &parts, int chosen) {
    m_parts.clear();
    m_bars.clear();
    m_chosen = chosen;
    QString shown = QString::number(chosen);
    for (const auto &part : parts) {
        m_parts.push_back({part, verdictOf(parts, part.number, proved.evaluation.findings)});
        shown += u"|%1 %2 %3"_s.arg(text(part.name), text(part.line)).arg(int(m_parts.back().verdict));
    }
    const auto &stages = proved.model.stages;
    if (stages.size() > 1) {
        for (std::size_t shaft = 0; shaft <= stages.size(); ++shaft) {
            int first = 0, last = 0;
            for (const auto &part : parts)
                if (part.shaft == int(shaft) && part.kind != ChainPartKind::Belt &&
                    part.kind != ChainPartKind::Coupling) {
                    if (!first) first = part.number;
                    last = part.number;
                }
            if (first) m_bars.push_back({first, last, barWords(proved, shaft)});
        }
        if (!proved.model.rotary())
            m_bars.push_back({int(parts.size()), int(parts.size()),
                              text(withUnit(proved.evaluation.state.maxAxial, Dimension::Force, "N", 3))});
    }
    for (const auto &bar : m_bars)
        shown += bar.words;
    setFixedHeight(partsHeight + (m_bars.empty() ? 0 : barsHeight));
    if (shown == m_shown) return;
    m_shown = shown;
    QString words;
    for (const auto &part : m_parts)
        words += u"%1 %2, %3, %4. "_s.arg(part.part.number)
                     .arg(text(part.part.name), text(part.part.line), text(verdictWord(part.verdict)));
    setAccessibleDescription(words);
    QWidget::update();
}

QRectF PartsStrip::rectOf(int number) const {
    if (number < 1 || number > int(m_parts.size())) return {};
    const double w = double(width()) / double(m_parts.size());
    return {(number - 1) * w, 0, w, partsHeight - 2.0};
}

void PartsStrip::mousePressEvent(QMouseEvent *e) {
    for (const auto &part : m_parts)
        if (rectOf(part.part.number).contains(e->position())) return emit picked(part.part.number);
}

void PartsStrip::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    for (const auto &[part, verdict] : m_parts) {
        const QRectF r = rectOf(part.number);
        const bool on = part.number == m_chosen;
        if (on) p.fillRect(r, t.touchWash);
        paintBalloon(p, r.topLeft() + QPointF(14, 13), part.number, on, 9);
        paintPin(p, QPointF(r.left() + 28, r.top() + 13), verdict, {24, 12});
        if (part.number < int(m_parts.size())) {
            p.setPen(QPen(t.ink2, 1.2));
            const QPointF tip(r.right() - 3, r.top() + 13);
            p.drawPolyline(QPolygonF{tip + QPointF(-5, -5), tip, tip + QPointF(-5, 5)});
        }
        const auto line = [&](const QFont &font, const QColor &ink, double y, const std::string &words) {
            p.setFont(font);
            p.setPen(ink);
            const QRectF room(r.left() + 4, y, r.width() - 8, 18);
            p.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                       QFontMetrics(font).elidedText(text(words), Qt::ElideRight, int(room.width())));
        };
        line(face(13, true), t.ink, r.top() + 23, part.name);
        line(face(13), part.line == "not chosen" ? t.ink2 : t.ink, r.top() + 40, part.line);
    }
    for (std::size_t k = 0; k < m_bars.size(); ++k) {
        const auto &bar = m_bars[k];
        const QRectF r(rectOf(bar.first).left() + 2, partsHeight,
                       rectOf(bar.last).right() - rectOf(bar.first).left() - 4, 24);
        if (k + 1 < m_bars.size()) { // what carries it on to the next shaft
            const double next = rectOf(m_bars[k + 1].first).left() + 2;
            p.fillRect(QRectF(r.right(), r.center().y() - 3, std::max(0.0, next - r.right()), 6), t.belt);
        }
        p.setPen(QPen(t.ink, 1.2));
        p.setBrush(t.part);
        p.drawRect(r);
        p.setFont(face(13));
        p.setPen(t.ink);
        // torque and speed stay where the reduction has no room
        const QFontMetrics fits(p.font());
        const bool whole = fits.horizontalAdvance(bar.words) <= int(r.width()) - 4;
        p.drawText(
            r, Qt::AlignCenter,
            fits.elidedText(whole ? bar.words : bar.words.section(u"  "_s, 1), Qt::ElideRight, int(r.width()) - 4));
    }
}

} // namespace lw
