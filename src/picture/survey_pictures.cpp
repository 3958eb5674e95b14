#include "picture/survey_pictures.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

HowTo howToOf(std::string_view p) {
    auto has = [&](std::string_view part) { return p.find(part) != std::string_view::npos; };
    if (has("/survey/pull/")) return HowTo::Pull;
    if (has("/survey/handle/")) return HowTo::Handle;
    if (has("/survey/loads/")) return HowTo::Loads;
    if (has("/survey/round/")) return HowTo::Round;
    if (has("/survey/screw_")) return HowTo::ScrewLine;
    if (has("/baseline/tram") || has("/baseline/swing")) return HowTo::Tram;
    if (has("/baseline/square")) return HowTo::Square;
    if (has("/baseline/bar") || has("/baseline/centres")) return HowTo::Bar;
    if (has("/baseline/nose")) return HowTo::Nose;
    if (has("/moving_mass/")) return HowTo::Weigh;
    if (has("/survey/lead/")) return HowTo::Turns;
    if (has("thrust_float")) return HowTo::ThrustFloat;
    if (has("/lost_motion/")) return HowTo::LostMotion;
    if (has("run_out")) return HowTo::RunOut;
    if (has("/hoist/") || has("/balance/")) return HowTo::Hoist;
    if (has("/breakaway/")) return HowTo::Breakaway;
    if (has("/travel_mm")) return HowTo::Travel;
    return HowTo::None;
}

namespace {
/// A pen and a few parts that the drawings share. All on a 320 x 120 sheet.
class Sketch {
public:
    Sketch(QPainter &p, QRectF area) : m_p(p) {
        p.save();
        p.setRenderHint(QPainter::Antialiasing);
        const double k = std::min(area.width() / 320, area.height() / 120);
        p.translate(area.left() + (area.width() - 320 * k) / 2, area.top() + (area.height() - 120 * k) / 2);
        p.scale(k, k);
        p.setFont(face(13));
    }
    ~Sketch() { m_p.restore(); }
    void box(double x, double y, double w, double h, bool heavy = false) {
        pen(1.5);
        m_p.setBrush(heavy ? theme().part2 : theme().part);
        m_p.drawRect(QRectF(x, y, w, h));
    }
    void ground(double x, double y, double w) {
        pen(1.5);
        m_p.drawLine(QPointF(x, y), QPointF(x + w, y));
        pen(0.8);
        for (double d = 4; d < w; d += 8)
            m_p.drawLine(QPointF(x + d, y), QPointF(x + d - 5, y + 6));
    }
    void scale(double x, double y) { // spring scale, lying
        pen(1.4);
        m_p.setBrush(theme().field);
        m_p.drawRect(QRectF(x, y - 8, 62, 16));
        for (int k = 1; k < 8; ++k)
            m_p.drawLine(QPointF(x + 7.5 * k, y - 8), QPointF(x + 7.5 * k, y - (k % 4 ? 3 : 0)));
        m_p.setPen(QPen(theme().fails, 1.6));
        m_p.drawLine(QPointF(x + 24, y - 8), QPointF(x + 24, y + 8));
        pen(1.4);
        m_p.setBrush(Qt::NoBrush);
        m_p.drawEllipse(QPointF(x - 6, y), 5, 5);
        m_p.drawEllipse(QPointF(x + 68, y), 5, 5);
    }
    void arrow(QPointF a, QPointF b) {
        m_p.setPen(QPen(theme().touch, 2));
        m_p.drawLine(a, b);
        const QPointF d = b - a;
        const double l = std::hypot(d.x(), d.y());
        const QPointF u = d / l, n(-u.y(), u.x());
        m_p.setBrush(theme().touch);
        m_p.drawPolygon(QPolygonF{b, b - u * 8 + n * 4, b - u * 8 - n * 4});
    }
    void dial(double x, double y, double r = 17) {
        pen(1.4);
        m_p.setBrush(theme().field);
        m_p.drawEllipse(QPointF(x, y), r, r);
        for (int k = 0; k < 10; ++k) {
            const double a = k * 0.6283;
            m_p.drawLine(QPointF(x + std::cos(a) * r, y + std::sin(a) * r),
                         QPointF(x + std::cos(a) * r * 0.8, y + std::sin(a) * r * 0.8));
        }
        m_p.drawLine(QPointF(x, y), QPointF(x + r * 0.4, y - r * 0.6));
    }
    void line(QPointF a, QPointF b, double w = 1.4, bool dashed = false) {
        pen(w, dashed);
        m_p.drawLine(a, b);
    }
    void circle(QPointF c, double r) {
        pen(1.5);
        m_p.setBrush(theme().part);
        m_p.drawEllipse(c, r, r);
    }
    void words(double x, double y, const QString &t) {
        m_p.setPen(theme().ink2);
        m_p.drawText(QPointF(x, y), t);
    }

private:
    void pen(double w, bool dashed = false) {
        QPen q(theme().ink, w);
        if (dashed) q.setDashPattern({4, 3});
        m_p.setPen(q);
    }
    QPainter &m_p;
};
} // namespace

void paintHowTo(QPainter &p, QRectF area, HowTo subject) {
    if (subject == HowTo::None) return;
    Sketch s(p, area);
    switch (subject) {
    case HowTo::Pull:
    case HowTo::Breakaway:
        s.box(20, 40, 130, 20);
        s.box(60, 60, 50, 22, true);
        s.ground(20, 82, 150);
        s.line({150, 50}, {168, 50});
        s.scale(180, 50);
        s.arrow({262, 50}, {300, 50});
        s.words(20, 28, u"nut off"_s);
        s.words(180, 80,
                subject == HowTo::Pull ? u"pull slow, read while it moves"_s : u"read the highest as it starts"_s);
        break;
    case HowTo::Weigh:
        s.ground(20, 96, 220);
        s.box(24, 80, 30, 16, true);
        s.line({40, 80}, {200, 50}, 10);
        s.box(40, 56, 150, 18);
        s.line({196, 56}, {196, 30});
        s.words(206, 26, u"scale: one end,"_s);
        s.words(206, 44, u"then swap and add"_s);
        s.arrow({196, 46}, {196, 8});
        break;
    case HowTo::Turns:
        s.circle({60, 60}, 30);
        s.circle({60, 60}, 4);
        s.circle({78, 38}, 5);
        s.line({60, 30}, {60, 22});
        s.arrow({34, 22}, {82, 18});
        s.box(130, 62, 150, 14);
        for (int k = 0; k <= 10; ++k)
            s.line({132 + 14.6 * k, 62}, {132 + 14.6 * k, k % 5 ? 67.0 : 71.0}, 0.9);
        s.box(150, 40, 110, 20);
        s.words(104, 104, u"ten turns, one way; rule or gauge blocks"_s);
        break;
    case HowTo::ThrustFloat:
        s.box(40, 50, 180, 14);
        s.box(90, 36, 26, 42, true);
        s.dial(262, 57);
        s.line({220, 57}, {245, 57}, 2);
        s.arrow({30, 30}, {60, 30});
        s.arrow({60, 40}, {30, 40});
        s.words(70, 104, u"rock the handle, watch the screw's end"_s);
        break;
    case HowTo::LostMotion:
        s.box(90, 40, 150, 20);
        s.ground(70, 84, 200);
        s.box(130, 60, 60, 24, true);
        s.circle({46, 62}, 24);
        s.circle({46, 62}, 4);
        s.dial(284, 48);
        s.line({240, 50}, {267, 50}, 2);
        s.arrow({30, 32}, {62, 30});
        s.words(60, 110, u"turn back until the gauge moves"_s);
        break;
    case HowTo::RunOut:
        s.box(20, 56, 190, 14);
        s.box(210, 52, 34, 22, true);
        s.dial(226, 22);
        s.line({226, 39}, {226, 52}, 2);
        s.line({10, 63}, {260, 63}, 0.9, true);
        s.words(30, 100, u"one turn by hand; the whole swing of the needle"_s);
        break;
    case HowTo::Hoist:
        s.box(130, 62, 60, 40);
        s.box(190, 10, 18, 100, true);
        s.line({160, 62}, {160, 44});
        s.box(149, 18, 22, 26);
        s.arrow({120, 90}, {120, 50});
        s.arrow({106, 50}, {106, 90});
        s.words(214, 50, u"slow and steady,"_s);
        s.words(214, 68, u"up, then down"_s);
        s.words(10, 112, u"timber under it: nobody below"_s);
        break;
    case HowTo::Handle:
        s.circle({60, 60}, 34);
        s.circle({60, 60}, 5);
        s.line({60, 26}, {150, 26}, 1.2);
        s.scale(162, 26);
        s.arrow({244, 26}, {290, 26});
        s.line({60, 60}, {60, 26}, 0.9, true);
        s.words(66, 48, u"radius"_s);
        s.words(110, 76, u"string round the rim, crank off,"_s);
        s.words(110, 94, u"one slow turn"_s);
        break;
    case HowTo::Loads:
        s.box(20, 60, 150, 18);
        s.ground(10, 78, 190);
        s.box(50, 34, 46, 26, true);
        s.box(104, 24, 40, 36, true);
        s.line({170, 69}, {186, 69});
        s.scale(198, 69);
        s.arrow({280, 69}, {312, 69});
        s.words(20, 108, u"bare, with the vice, with the heaviest: one place"_s);
        break;
    case HowTo::Round:
        s.box(40, 52, 220, 12);
        for (double vee : {60.0, 230.0}) {
            s.line({vee, 64}, {vee - 14, 84});
            s.line({vee, 64}, {vee + 14, 84});
        }
        s.ground(30, 84, 240);
        s.dial(146, 20, 15);
        s.line({146, 35}, {146, 52}, 2);
        s.circle({288, 58}, 15);
        for (int k = 0; k < 8; ++k)
            s.line({288 + 11 * std::cos(k * 0.7854), 58 + 11 * std::sin(k * 0.7854)},
                   {288 + 15 * std::cos(k * 0.7854), 58 + 15 * std::sin(k * 0.7854)}, 1.6);
        s.words(40, 110, u"eight marks round, three places along"_s);
        break;
    case HowTo::ScrewLine:
        s.box(20, 84, 280, 12);
        s.box(30, 50, 14, 34, true);
        s.box(270, 50, 14, 34, true);
        s.box(44, 60, 226, 8);
        s.box(110, 22, 70, 14, true);
        s.dial(146, 44, 9);
        s.line({146, 53}, {146, 60}, 2);
        s.arrow({190, 29}, {240, 29});
        s.words(40, 114, u"dial rides on the slide: on top, then at the side"_s);
        break;
    case HowTo::Tram:
        s.box(140, 6, 26, 44, true);
        s.line({153, 50}, {153, 58}, 3);
        s.line({153, 58}, {92, 58}, 2);
        s.dial(92, 68, 9);
        s.line({92, 77}, {92, 84}, 2);
        s.box(40, 84, 226, 12);
        s.arrow({110, 40}, {86, 48});
        s.arrow({196, 40}, {220, 48});
        s.words(176, 74, u"left, right, back, front"_s);
        break;
    case HowTo::Square:
        s.box(50, 30, 14, 70, true);
        s.box(50, 88, 130, 12, true);
        s.dial(110, 50, 14);
        s.line({96, 50}, {64, 50}, 2);
        s.arrow({140, 30}, {140, 76});
        s.words(160, 46, u"run Y along this leg,"_s);
        s.words(160, 64, u"turn it over, again"_s);
        break;
    case HowTo::Bar:
        s.box(20, 30, 40, 50, true);
        s.box(60, 46, 180, 18);
        s.line({240, 55}, {256, 47}, 1.4);
        s.line({240, 55}, {256, 63}, 1.4);
        s.box(256, 40, 40, 30, true);
        s.line({84, 40}, {84, 70}, 1.2);
        s.line({216, 40}, {216, 70}, 1.2);
        s.words(70, 90, u"head"_s);
        s.words(204, 90, u"tail"_s);
        s.words(60, 112, u"light cuts, same tool, nothing touched between"_s);
        break;
    case HowTo::Nose:
        s.box(40, 30, 110, 60, true);
        s.line({150, 44}, {120, 52}, 1.4);
        s.line({150, 76}, {120, 68}, 1.4);
        s.dial(210, 36, 15);
        s.line({196, 42}, {142, 50}, 2);
        s.words(170, 90, u"in the taper, by hand"_s);
        break;
    case HowTo::Travel:
        s.box(60, 40, 120, 18);
        s.box(20, 58, 260, 14, true);
        s.line({60, 30}, {60, 12});
        s.line({240, 30}, {240, 12});
        s.arrow({150, 20}, {240, 20});
        s.arrow({150, 20}, {60, 20});
        s.words(80, 100, u"stop to stop, at one edge"_s);
        break;
    case HowTo::None: break;
    }
}

void paintLostBar(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    struct Piece {
        QString name;
        double size;
        bool rest;
    };
    std::vector<Piece> pieces;
    auto add = [&](const QString &name, const Known &k, bool rest = false) {
        if (k.known() && k.v > 1e-9) pieces.push_back({name, k.v, rest});
    };
    add(u"thrust bearing"_s, m.lostThrust);
    add(u"nut in its slot"_s, m.lostSlot);
    add(u"wind-up"_s, m.lostWindUp);
    if (!pieces.empty()) add(u"nut thread"_s, m.lostThread, true); // what is left over, once something was taken off
    double total = 0;
    for (const auto &x : pieces)
        total += x.size;
    const double whole = std::max(
        {total, m.lostNow.known() ? m.lostNow.v : 0.0, s.lostMotion == s.lostMotion ? s.lostMotion : 0.0, 1e-6});
    const double k = area.width() / whole;
    double x = area.left();
    p.setFont(face(13));
    if (pieces.empty()) {
        QPen dash(t.ink2, 1.1);
        dash.setDashPattern({5, 4});
        p.setPen(dash);
        p.drawRect(QRectF(area.left(), area.top() + 18, area.width() - 1, 22));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left() + 8, area.top() + 18, area.width() - 16, 22), Qt::AlignLeft | Qt::AlignVCenter,
                   m.lostNow.known() ? (m.lostNow.assumed() ? u"≈ "_s : QString()) +
                                           text(withUnit(m.lostNow.v, Dimension::Length, "mm", 2)) +
                                           u" in all; its parts are not measured"_s
                                     : u"not measured"_s);
    }
    for (const auto &piece : pieces) {
        const QRectF r(x, area.top() + 18, piece.size * k, 22);
        p.setPen(QPen(t.ink, 1.3));
        p.setBrush(piece.rest ? hatch(t.ink3, 1) : QBrush(t.part));
        p.drawRect(r);
        const QString figure = text(shownNumber(piece.size, Dimension::Length, "mm", 2));
        p.setFont(face(13, true));
        if (r.width() > QFontMetrics(p.font()).horizontalAdvance(figure) + 4) {
            if (piece.rest) {
                const double wide = QFontMetricsF(p.font()).horizontalAdvance(figure) + 6;
                p.fillRect(QRectF(r.center().x() - wide / 2, r.top() + 3, wide, 16), t.sheet);
            }
            p.setPen(t.ink);
            p.drawText(r, Qt::AlignCenter, figure);
        }
        p.setFont(face(13));
        p.setPen(t.ink2);
        if (r.width() > 44)
            p.drawText(QRectF(r.left(), area.top(), r.width(), 17), Qt::AlignLeft | Qt::AlignVCenter,
                       QFontMetrics(p.font()).elidedText(piece.name, Qt::ElideRight, int(r.width())));
        x += piece.size * k;
    }
    if (s.lostMotion == s.lostMotion) {
        p.fillRect(QRectF(area.left(), area.top() + 44, std::max(2.0, s.lostMotion * k), 9), t.ink);
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left() + s.lostMotion * k + 6, area.top() + 40, area.width(), 17),
                   Qt::AlignLeft | Qt::AlignVCenter,
                   u"what is left: %1"_s.arg(text(withUnit(s.lostMotion, Dimension::Length, "mm", 2))));
    }
    p.restore();
}

namespace {
QString band(double low, double high) { return text(numberText(low, 3)) + u"–"_s + text(numberText(high, 3)) + u"×"_s; }
} // namespace

int measurePlanHeight(const MeasurePlan &plan) {
    return !plan.decides ? 24
                         : 26 + int(std::min<std::size_t>(plan.all.size(), 4)) * 40 +
                               (plan.ladder.empty() ? 0 : 24 + int(plan.ladder.size() + 1) * 26);
}

QString measurePlanWords(const MeasurePlan &plan) {
    if (!plan.decides) return u"Choose a motor; then it says which measurement decides."_s;
    if (plan.all.empty()) return u"No guess that could be measured sways the verdict."_s;
    QStringList words;
    for (const auto &n : plan.all)
        words << u"%1, %2 min: %3 becomes %4"_s.arg(text(n.input->how))
                     .arg(n.minutes)
                     .arg(band(plan.decides->low, plan.decides->high), band(n.bandLow, n.bandHigh));
    return words.join(u"; "_s);
}

void paintMeasurePlan(QPainter &p, QRectF a, const MeasurePlan &plan) {
    const auto &t = theme();
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    if (!plan.decides) {
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(a, Qt::AlignLeft | Qt::AlignTop, measurePlanWords(plan));
        p.restore();
        return;
    }
    const auto &f = *plan.decides;
    const double left = a.left() + a.width() * 0.43, wide = a.width() * 0.36;
    auto x = [&](double margin) { return left + rungPosition(margin, f.must, f.wanted) * wide; };
    double y = a.top();
    p.setFont(face(13));
    p.setPen(t.ink2);
    p.drawText(QRectF(x(f.must) - 80, y, 84, 18), Qt::AlignRight | Qt::AlignVCenter, u"must"_s);
    p.drawText(QRectF(x(f.wanted) - 6, y, 80, 18), Qt::AlignLeft | Qt::AlignVCenter, u"wanted"_s);
    p.drawText(QRectF(a.left(), y, a.width(), 18), Qt::AlignRight | Qt::AlignVCenter, u"sways it"_s);
    y += 22;
    const double railsFrom = y;
    int n = 0;
    for (const auto &m : plan.all) {
        if (n == 4) break;
        ++n;
        paintBalloon(p, QPointF(a.left() + 11, y + 17), n, n <= 3, 10);
        p.setFont(face(15));
        p.setPen(t.ink);
        p.drawText(QRectF(a.left() + 28, y, left - a.left() - 32, 20), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetrics(p.font()).elidedText(text(m.input->name), Qt::ElideRight, int(left - a.left() - 34)));
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(a.left() + 28, y + 19, left - a.left() - 32, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   u"%1 min"_s.arg(m.minutes));
        QPen dash(t.unknown, 1.2);
        dash.setDashPattern({3, 2.4});
        p.setPen(dash);
        p.setBrush(t.unknownWash);
        p.drawRect(QRectF(QPointF(x(m.swayLow), y + 12), QPointF(x(m.swayHigh), y + 24)));
        p.setFont(face(13, true));
        p.setPen(t.ink);
        p.drawText(QRectF(a.left(), y, a.width(), 36), Qt::AlignRight | Qt::AlignVCenter, band(m.swayLow, m.swayHigh));
        y += 40;
    }
    if (plan.all.empty()) {
        p.setPen(t.ink2);
        p.drawText(QRectF(a.left(), y - 22, left - a.left(), 20), Qt::AlignLeft | Qt::AlignVCenter,
                   u"nothing guessed"_s);
    }
    if (!plan.ladder.empty()) {
        p.setFont(face(15, true));
        p.setPen(t.ink);
        p.fillRect(QRectF(a.left(), y, a.width(), 22), t.sheet);
        p.drawText(QRectF(a.left(), y, a.width(), 22), Qt::AlignLeft | Qt::AlignVCenter,
                   u"What is left of the doubt"_s);
        y += 24;
        auto rung = [&](const Finding &g, const QString &name) {
            paintPin(p, {a.left() + 1, y + 12}, g.verdict, {22, 11});
            p.setFont(face(13));
            p.setPen(t.ink);
            p.drawText(QRectF(a.left() + 30, y, left - a.left() - 34, 24), Qt::AlignLeft | Qt::AlignVCenter,
                       QFontMetrics(p.font()).elidedText(name, Qt::ElideRight, int(left - a.left() - 36)));
            if (g.low == g.low) {
                p.setPen(QPen(g.verdict == Verdict::NotKnown ? t.unknown : t.of(g.verdict), 2));
                p.drawLine(QPointF(x(g.low), y + 12), QPointF(x(g.high), y + 12));
                for (double v : {g.low, g.high})
                    p.drawLine(QPointF(x(v), y + 7), QPointF(x(v), y + 17));
                p.setFont(face(13, true));
                p.setPen(t.ink);
                p.drawText(QRectF(a.left(), y, a.width(), 24), Qt::AlignRight | Qt::AlignVCenter, band(g.low, g.high));
            }
            y += 26;
        };
        rung(f, u"now"_s);
        for (std::size_t k = 0; k < plan.ladder.size(); ++k)
            rung(plan.ladder[k], u"then %1"_s.arg(text(plan.all[k].input->name)));
    }
    p.setPen(QPen(t.ink, 1.2));
    const double gap =
        railsFrom + double(std::min<std::size_t>(plan.all.size(), 4)) * 40; // the rails leave the title free
    for (double v : {f.must, f.wanted}) {
        p.drawLine(QPointF(x(v), railsFrom), QPointF(x(v), gap));
        if (!plan.ladder.empty()) p.drawLine(QPointF(x(v), gap + 24), QPointF(x(v), y));
    }
    p.restore();
}

} // namespace lw
