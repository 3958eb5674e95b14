#include "app/charts/charts.h"
#include "proof/words/rotary_words.h"
#include "proof/checks/limits.h"
#include "app/entries/fields.h"
#include "picture/label_places.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include "proof/words/summary.h"
#include "app/widgets.h"
#include <qcustomplot.h>

namespace lw {
using namespace Qt::StringLiterals;
namespace {

/// Ticks at round speeds on an axis that holds square roots.
class SquareRootTicker : public QCPAxisTicker {
public:
    double largest = 1600;

protected:
    QVector<double> createTickVector(double, const QCPRange &) override {
        QVector<double> out;
        const double scale = largest / 1600;
        double unit = std::pow(10.0, std::floor(std::log10(std::max(1.0, 100 * scale))));
        if (100 * scale / unit > 5)
            unit *= 5;
        else if (100 * scale / unit > 2)
            unit *= 2;
        for (double k : {0.0, 0.5, 1.0, 2.0, 4.0, 6.0, 9.0, 12.0, 16.0, 20.0, 25.0})
            if (k * unit <= largest * 1.001) out << std::sqrt(k * unit);
        return out;
    }
    QString getTickLabel(double tick, const QLocale &, QChar, int) override {
        return QString::number(std::round(tick * tick));
    }
    int getSubTickCount(double) override { return 0; }
};

/// A shear pin standing at a point of the plot.
class PinItem : public QCPAbstractItem {
public:
    explicit PinItem(QCustomPlot *plot) : QCPAbstractItem(plot), at(createPosition(u"at"_s)) {
        setClipToAxisRect(false);
    }
    QCPItemPosition *at;
    Verdict verdict = Verdict::Holds;
    double selectTest(const QPointF &, bool, QVariant *) const override { return -1; }

protected:
    void draw(QCPPainter *p) override { paintPin(*p, at->pixelPosition() - QPointF(11, 0), verdict, {22, 11}); }
};

void dress(QCustomPlot *plot) {
    const auto &t = theme();
    plot->setBackground(t.sheet);
    for (auto *axis : {plot->xAxis, plot->yAxis}) {
        axis->setBasePen(QPen(t.ink, 1.4));
        axis->setTickPen(QPen(t.ink, 1.2));
        axis->setSubTickPen(Qt::NoPen);
        axis->setTickLabelFont(face(13));
        axis->setTickLabelColor(t.ink2);
        axis->setLabelFont(face(13));
        axis->setLabelColor(t.ink2);
        axis->setTickLengthIn(0);
        axis->setTickLengthOut(5);
    }
    plot->xAxis->grid()->setVisible(false);
    plot->yAxis->grid()->setPen(QPen(t.rule, 1));
    plot->yAxis->grid()->setZeroLinePen(Qt::NoPen);
    plot->axisRect()->setAutoMargins(QCP::msNone);
    plot->axisRect()->setMargins(QMargins(50, 26, 16, 44));
    plot->legend->setVisible(false);
}

QCPItemText *label(QCustomPlot *plot, double x, double y, const QString &words, Qt::Alignment align, int px = 13,
                   bool bold = false, QColor colour = theme().ink2, QPointF shift = {}) {
    auto *l = new QCPItemText(plot);
    l->setPositionAlignment(align);
    l->setFont(face(px, bold));
    l->setColor(colour);
    l->setText(words);
    l->setClipToAxisRect(false);
    if (shift.isNull()) {
        l->position->setCoords(x, y);
    } else {
        auto *anchor = new QCPItemTracer(plot);
        anchor->setStyle(QCPItemTracer::tsNone);
        anchor->position->setCoords(x, y);
        l->position->setType(QCPItemPosition::ptAbsolute);
        l->position->setParentAnchor(anchor->position);
        l->position->setCoords(shift);
    }
    return l;
}

QCPItemText *corner(QCustomPlot *plot, double x, double y, const QString &words, Qt::Alignment align) {
    auto *l = new QCPItemText(plot);
    l->position->setType(QCPItemPosition::ptViewportRatio);
    l->position->setCoords(x, y);
    l->setPositionAlignment(align);
    l->setFont(face(13));
    l->setColor(theme().ink2);
    l->setText(words);
    l->setClipToAxisRect(false);
    return l;
}
} // namespace

TorqueChart::TorqueChart(QWidget *parent) : QWidget(parent), m_plot(new QCustomPlot(this)) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 0, 0);
    v->addWidget(m_plot);
    m_plot->installEventFilter(this);
    m_plot->setFocusPolicy(Qt::NoFocus);
    setMinimumHeight(220);
    setObjectName(u"torqueChart"_s);
}

void TorqueChart::refresh(const ProvedAxis &p, const Finding *chosen) {
    const auto &t = theme();
    const auto &m = p.model;
    const auto &s = p.evaluation.state;
    m_plot->clearPlottables();
    m_plot->clearItems();
    m_pins.clear();
    m_names.clear();
    m_curves.clear();
    m_drops.clear();
    dress(m_plot);
    m_table = u"speed rpm\tcounted on N·m\tmost N·m\n"_s;
    double largest = 400;
    for (const auto &q : s.points)
        if (q.rpm == q.rpm && std::isfinite(q.rpm)) largest = std::max(largest, q.rpm * 1.55);
    largest = std::min(largest, 6000.0);
    double top = 0.2;
    auto ticker = QSharedPointer<SquareRootTicker>::create();
    ticker->largest = largest;
    m_plot->xAxis->setTicker(ticker);
    m_plot->xAxis->setRange(0, std::sqrt(largest));
    const QString unit = text(unitLabel(shownUnit("Nm")));
    const double scale = shownScale(Dimension::Torque, "Nm");
    if (s.motorKnown) {
        QVector<double> x, design, most, half;
        for (int k = 0; k <= 120; ++k) {
            const double root = std::sqrt(largest) * k / 120;
            const auto q = torquesAt(s.motor, root * root);
            x << root;
            design << q.countedOn * scale;
            most << q.peak * scale;
            half << safeLine(m.motor, q) * scale;
            top = std::max(top, q.peak * scale);
            if (k % 10 == 0)
                m_table +=
                    u"%1\t%2\t%3\n"_s.arg(root * root, 0, 'f', 0).arg(q.countedOn, 0, 'f', 3).arg(q.peak, 0, 'f', 3);
        }
        auto *upper = m_plot->addGraph();
        upper->setData(x, most, true);
        QPen dashed(t.holds, 1);
        dashed.setDashPattern({5, 3});
        upper->setPen(dashed);
        auto *line = m_plot->addGraph();
        line->setData(x, design, true);
        line->setPen(QPen(t.ink, 2.3));
        upper->setBrush(t.holdsWash);
        upper->setChannelFillGraph(line);
        auto *wantedLine = m_plot->addGraph();
        wantedLine->setData(x, half, true);
        QPen dots(t.ink2, 1.1);
        dots.setDashPattern({3, 3});
        wantedLine->setPen(dots);
        m_curves = {{x, most}, {x, design}, {x, half}};
        const auto along = [&](const QVector<double> &curve, const QString &words, bool bold, bool above) {
            Name n{label(m_plot, 0, 0, words, Qt::AlignLeft | Qt::AlignTop, 13, bold, bold ? t.ink : t.ink2), {}};
            for (int at : {62, 74, 50, 86, 40, 98, 30, 108, 20}) // anywhere along its curve, the middle first
                n.curve.emplace_back(x[at], curve[at], above);
            m_names.push_back(std::move(n));
        };
        along(most, u"most it can give"_s, false, true);
        along(design,
              u"counted on: %1 V, %2 A"_s.arg(text(numberText(m.supply.voltage.v, 3)),
                                              text(numberText(m.drive.peak.v, 2))),
              true, false);
        along(half,
              m.servo()        ? u"all day"_s
              : m.closedLoop() ? u"1.33× line"_s
                               : u"half of it: 2.0× line"_s,
              false, false);
    } else {
        for (const auto &q : s.points)
            if (q.demand == q.demand) top = std::max(top, q.demand * 1.6);
        corner(m_plot, 0.5, 0.14,
               m.hasMotor()
                   ? u"The motor's curve needs its plate: torque, current, resistance, inductance, and the supply."_s
                   : u"Nothing chosen yet: the pins are what the axis asks, rotor left out."_s,
               Qt::AlignCenter)
            ->setFont(face(15));
    }
    for (const auto &q : s.points)
        if (q.demand == q.demand) top = std::max(top, q.demand * scale * 1.1);
    m_plot->yAxis->setRange(0, top * 1.06);
    auto yTicker = QSharedPointer<QCPAxisTicker>::create();
    yTicker->setTickCount(5);
    m_plot->yAxis->setTicker(yTicker);
    corner(m_plot, 0.0, 0.0, u"  Torque at the motor shaft, %1"_s.arg(unit), Qt::AlignLeft | Qt::AlignTop);
    corner(m_plot, 0.985, 0.995,
           u"motor rpm, square-root scale"_s +
               (m.rapid.known() && s.motorRpm == s.motorRpm
                    ? u"; %1 is %2"_s.arg(text(numberText(s.motorRpm, 3)),
                                          m.rotary() ? text(tableSpeedText(m.rapid.v)) + u" of the table"_s
                                                     : text(withUnit(m.rapid.v, Dimension::Speed, "mm/min", 4)))
                    : QString()),
           Qt::AlignRight | Qt::AlignBottom);
    // duty pins, the steadiest first so that the weakest lies on top
    std::vector<const Finding *> rows;
    for (const auto &f : p.evaluation.findings)
        if (f.check->torqueRow && f.demand == f.demand) rows.push_back(&f);
    for (const auto *f : rows) {
        double rpm = 0;
        for (const auto &q : s.points)
            if (q.kind == f->subject.at && q.cut == f->subject.cut) rpm = q.rpm;
        if (!std::isfinite(rpm)) continue;
        const double x = std::sqrt(rpm), y = f->demand * scale;
        m_pins.push_back({{x, y}, *f});
        m_table += text(titleOf(m, *f)) +
                   u"\t%1 rpm\t%2 N·m\t%3\n"_s.arg(rpm, 0, 'f', 0).arg(f->demand, 0, 'f', 3).arg(text(marginText(*f)));
        const bool on = chosen && sameSubject(*f, *chosen);
        if (on && f->capacity == f->capacity) {
            auto *drop = new QCPItemLine(m_plot);
            drop->start->setCoords(x, y);
            drop->end->setCoords(x, f->capacity * scale);
            QPen dots(t.ink, 1.1);
            dots.setDashPattern({1, 3});
            drop->setPen(dots);
            auto *ring = new QCPItemTracer(m_plot);
            ring->position->setCoords(x, f->capacity * scale);
            ring->setStyle(QCPItemTracer::tsCircle);
            ring->setSize(7);
            ring->setPen(QPen(t.ink, 1.4));
            ring->setBrush(t.sheet);
            m_names.push_back({label(m_plot, 0, 0, text(numberText(f->capacity * scale, 3)) + u" there"_s,
                                     Qt::AlignLeft | Qt::AlignTop, 13, false, t.ink2),
                               {},
                               QPointF(x, f->capacity * scale)});
            m_drops.push_back({{x, y}, {x, f->capacity * scale}});
        }
        if (f->low == f->low && on) { // whisker: what the demand may be
            auto *w = new QCPItemLine(m_plot);
            w->start->setCoords(x, f->capacity * scale / f->high);
            w->end->setCoords(x, f->capacity * scale / f->low);
            w->setPen(QPen(t.of(f->verdict), 2));
            w->setHead(QCPLineEnding(QCPLineEnding::esBar, 9));
            w->setTail(QCPLineEnding(QCPLineEnding::esBar, 9));
        }
        auto *pin = new PinItem(m_plot);
        pin->at->setCoords(x, y);
        pin->verdict = f->verdict;
        m_names.push_back({label(m_plot, 0, 0, text(titleOf(m, *f)) + u" "_s + text(numberText(y, 2)),
                                 Qt::AlignLeft | Qt::AlignTop, on ? 15 : 13, on, on ? t.ink : t.ink2),
                           {},
                           QPointF(x, y)});
    }
    // the points of a curve of one's own, to be pulled
    m_scale = scale;
    m_typed.clear();
    if (const auto *st = m.servo() ? nullptr : &m.stepper(); st && st->curve && s.motorKnown) {
        m_typed = st->curve->points;
        m_stretch = m.supply.voltage.v / st->curve->volts;
        for (const auto &[rpm, torque] : m_typed) {
            if (rpm * m_stretch > largest) continue;
            auto *handle = new QCPItemTracer(m_plot);
            handle->position->setCoords(std::sqrt(rpm * m_stretch), torque * scale);
            handle->setStyle(QCPItemTracer::tsSquare);
            handle->setSize(9);
            handle->setPen(QPen(t.holds, 1.6));
            handle->setBrush(t.sheet);
        }
    }
    placeNames();
    setAccessibleName(u"Torque over motor speed"_s);
    setAccessibleDescription(m_table);
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

/// Each name where it strikes nothing: curves, pins, what drops from them, the zero line, the other names.
void TorqueChart::placeNames() {
    m_plot->axisRect()->setOuterRect(m_plot->rect());
    const QRectF inside = QRectF(m_plot->rect()).marginsRemoved(m_plot->axisRect()->margins());
    LabelPlaces places(inside.adjusted(2, -8, 14, 0));
    const auto pixel = [&](QPointF p) {
        return QPointF(m_plot->xAxis->coordToPixel(p.x()), m_plot->yAxis->coordToPixel(p.y()));
    };
    for (const auto &[x, y] : m_curves) {
        QPolygonF line;
        for (qsizetype k = 0; k < x.size(); ++k)
            line << pixel({x[k], y[k]});
        places.keepOff(line);
    }
    for (const auto &drop : m_drops)
        places.keepOff(QPolygonF({pixel(drop.p1()), pixel(drop.p2())}));
    places.keepOff(QPolygonF({inside.bottomLeft(), inside.bottomRight()}));
    for (const auto &[at, f] : m_pins)
        places.keepOff(QRectF(pixel(at) - QPointF(12, 7), QSizeF(24, 14)));
    const auto triesOf = [&](const Name &n) {
        const QFontMetricsF fm(n.item->font());
        const QSizeF size(fm.horizontalAdvance(n.item->text()) + 2, fm.height() - 2);
        std::vector<QRectF> tries;
        for (const auto &[x, y, above] : n.curve)
            for (double off : {3.0, 8.0, 16.0}) {
                const auto at = pixel({x, y});
                tries.emplace_back(
                    QPointF(at.x() - size.width() / 2, above ? at.y() - off - size.height() : at.y() + off), size);
            }
        if (n.curve.empty()) {
            const auto at = pixel(n.at);
            const bool right = at.x() > inside.left() + 0.62 * inside.width();
            for (double dy : {0.0, -10.0, 10.0, -20.0, 20.0, -32.0, 32.0, -44.0, 44.0})
                for (bool left : {right, !right})
                    tries.emplace_back(
                        QPointF(left ? at.x() - 17 - size.width() : at.x() + 17, at.y() + dy - size.height() / 2),
                        size);
        }
        return tries;
    };
    // the chosen one first, then pins from the weakest, the curves last: they have the most room
    std::vector<const Name *> order;
    for (bool bold : {true, false})
        for (const auto &n : m_names)
            if (n.curve.empty() && n.item->font().bold() == bold) order.push_back(&n);
    for (const auto &n : m_names)
        if (!n.curve.empty()) order.push_back(&n);
    std::vector<std::vector<QRectF>> tries;
    for (const auto *n : order)
        tries.push_back(triesOf(*n));
    const auto boxes = places.place(tries);
    for (std::size_t k = 0; k < order.size(); ++k) {
        order[k]->item->position->setType(QCPItemPosition::ptAbsolute);
        order[k]->item->position->setCoords(boxes[k].topLeft());
    }
}
void TorqueChart::resizeEvent(QResizeEvent *e) {
    QWidget::resizeEvent(e);
    m_plot->setGeometry(rect());
    if (!m_names.empty()) placeNames();
}

QPointF TorqueChart::handleAt(std::size_t index) const {
    const auto &[rpm, torque] = m_typed[index];
    return {m_plot->xAxis->coordToPixel(std::sqrt(rpm * m_stretch)), m_plot->yAxis->coordToPixel(torque * m_scale)};
}
bool TorqueChart::eventFilter(QObject *o, QEvent *e) {
    if (o == m_plot && e->type() == QEvent::MouseMove && m_held >= 0) {
        const QPointF at = static_cast<QMouseEvent *>(e)->position();
        const double root = std::max(0.0, m_plot->xAxis->pixelToCoord(at.x()));
        auto points = m_typed;
        moveCurvePoint(points, std::size_t(m_held), root * root / m_stretch,
                       m_plot->yAxis->pixelToCoord(at.y()) / m_scale);
        emit curveDragged(text(curveText(points)), m_pull);
        return true;
    }
    if (o == m_plot && e->type() == QEvent::MouseButtonRelease) m_held = -1;
    if (o == m_plot && e->type() == QEvent::MouseButtonPress) {
        const QPointF at = static_cast<QMouseEvent *>(e)->position();
        for (std::size_t k = 0; k < m_typed.size(); ++k)
            if (const QPointF off = handleAt(k) - at; std::hypot(off.x(), off.y()) < 9) {
                m_held = int(k);
                ++m_pull;
                return true;
            }
        double best = 18;
        const Finding *hit = nullptr;
        for (const auto &[xy, f] : m_pins) {
            const double d =
                std::hypot(m_plot->xAxis->coordToPixel(xy.x()) - at.x(), m_plot->yAxis->coordToPixel(xy.y()) - at.y());
            if (d < best) {
                best = d;
                hit = &f;
            }
        }
        if (hit) {
            const Finding copy = *hit;
            emit chosen(copy);
        }
    }
    return QWidget::eventFilter(o, e);
}

void TorqueChart::copy() const {
    auto *mime = new QMimeData;
    mime->setText(m_table);
    mime->setImageData(m_plot->toPixmap(m_plot->width(), m_plot->height(), 2).toImage());
    QGuiApplication::clipboard()->setMimeData(mime);
}

PullChart::PullChart(QWidget *parent) : QWidget(parent), m_plot(new QCustomPlot(this)) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 0, 0);
    v->addWidget(m_plot);
    m_plot->installEventFilter(this);
    m_plot->setFocusPolicy(Qt::NoFocus);
    setMinimumHeight(84);
    setObjectName(u"pullChart"_s);
    connect(m_plot, &QCustomPlot::afterReplot, this, &PullChart::drawn);
}
namespace {
/// Ticks at round numbers of the unit that is shown, on an axis that counts in millimetres or newtons.
class ShownTicker : public QCPAxisTicker {
public:
    explicit ShownTicker(double scale) : m_scale(scale) {}

protected:
    QVector<double> createTickVector(double, const QCPRange &range) override {
        const QCPRange shown(range.lower * m_scale, range.upper * m_scale);
        auto ticks = QCPAxisTicker::createTickVector(getTickStep(shown), shown);
        for (auto &tick : ticks)
            tick /= m_scale;
        return ticks;
    }
    QString getTickLabel(double tick, const QLocale &locale, QChar format, int precision) override {
        return QCPAxisTicker::getTickLabel(tick * m_scale, locale, format, precision);
    }

private:
    double m_scale;
};
} // namespace

std::pair<double, double> PullChart::travelPixels() const {
    const double dx = m_plot->mapTo(this, QPoint(0, 0)).x();
    return {dx + m_plot->xAxis->coordToPixel(0), dx + m_plot->xAxis->coordToPixel(m_travel)};
}

void PullChart::setCurrent(const QString &id) { m_current = id; }

void PullChart::refresh(const ProvedAxis &p, const nlohmann::json &readings) {
    const auto &t = theme();
    const auto &m = p.model;
    m_plot->clearPlottables();
    m_plot->clearItems();
    dress(m_plot);
    m_points.clear();
    const double travel = (m.travel.known() ? m.travel.v : 0.3) * 1e3;
    m_travel = travel;
    double top = m.pull.known() ? m.pull.v * m.coldFactor.v : 100;
    QString table;
    if (readings.is_object() && !m.readings.empty()) {
        for (const auto &[id, row] : readings.items()) {
            auto get = [&](const char *key) {
                const auto it = row.find(key);
                if (it == row.end() || !it->is_object()) return notKnown;
                const auto *f = fieldAt(std::string("/axes/x/survey/pull/readings/x/") + key);
                const auto r = readTyped(it->value("typed", std::string()), f->dimension, f->unit);
                return r ? r->si : notKnown;
            };
            const double x = get("at_mm") * 1e3;
            for (bool away : {true, false})
                if (const double y = get(away ? "away_N" : "back_N"); y == y && x == x)
                    m_points.push_back({QString::fromStdString(id), away, x, y});
        }
        // along the axis, as the proof reads them
        auto sorted = m.readings;
        std::stable_sort(sorted.begin(), sorted.end(), [](const auto &a, const auto &b) { return a.at < b.at; });
        QVector<double> x, y, lo, hi;
        const double below = m.pull.low == m.pull.low ? m.pull.low / m.pull.v : 0.9,
                     above = m.pull.high == m.pull.high ? m.pull.high / m.pull.v : 1.1;
        for (const auto &r : sorted) {
            const double mean = (r.away + r.back).value() / 2;
            x << inMillimetres(r.at);
            y << mean;
            lo << mean * below;
            hi << mean * above;
            top = std::max({top, r.away.value(), r.back.value()});
            table +=
                u"%1 mm: %2 N away, %3 N back\n"_s.arg(inMillimetres(r.at)).arg(r.away.value()).arg(r.back.value());
        }
        auto *upper = m_plot->addGraph();
        upper->setData(x, hi, true);
        upper->setPen(Qt::NoPen);
        auto *lower = m_plot->addGraph();
        lower->setData(x, lo, true);
        lower->setPen(Qt::NoPen);
        upper->setBrush(t.watchWash);
        upper->setChannelFillGraph(lower);
        auto *mean = m_plot->addGraph();
        mean->setData(x, y, true);
        mean->setPen(QPen(t.ink, 2.2));
        for (bool away : {true, false}) {
            QVector<double> px, py;
            for (const auto &r : sorted) {
                px << inMillimetres(r.at);
                py << (away ? r.away : r.back).value();
            }
            auto *g = m_plot->addGraph();
            g->setData(px, py, true);
            g->setLineStyle(QCPGraph::lsNone);
            g->setScatterStyle(QCPScatterStyle(away ? QCPScatterStyle::ssTriangle : QCPScatterStyle::ssTriangleInverted,
                                               QPen(t.ink, 1.2), t.sheet, 9));
        }
        if (sorted.size() > 1) {
            const auto [l, h] = std::minmax_element(y.begin(), y.end());
            const auto li = l - y.begin(), hi2 = h - y.begin();
            label(m_plot, x[hi2], *h, u"binds "_s + text(shownNumber(*h, Dimension::Force, "N", 3)),
                  (x[hi2] > travel * 0.6 ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignBottom, 13, true, t.ink,
                  {x[hi2] > travel * 0.6 ? -10.0 : 10.0, -6.0});
            label(m_plot, x[li], *l, u"runs free "_s + text(shownNumber(*l, Dimension::Force, "N", 3)),
                  Qt::AlignHCenter | Qt::AlignTop, 13, true, t.ink, {0, 12});
        }
        auto *avg = new QCPItemLine(m_plot);
        avg->start->setCoords(0, m.pullMean().v);
        avg->end->setCoords(travel, m.pullMean().v);
        QPen dots(t.ink2, 1);
        dots.setDashPattern({1, 3});
        avg->setPen(dots);
        label(m_plot, travel * 0.30, m.pullMean().v,
              text(withUnit(m.pullMean().v, Dimension::Force, "N", 2)) + u" on average"_s,
              Qt::AlignLeft | Qt::AlignBottom, 13, false, t.ink2, {0, -1});
    } else if (m.pull.known()) {
        // nothing measured along the travel: the class default, dashed, with its band
        auto *upper = m_plot->addGraph();
        upper->setData({0, travel}, {m.pull.high, m.pull.high}, true);
        upper->setPen(Qt::NoPen);
        auto *lower = m_plot->addGraph();
        lower->setData({0, travel}, {m.pull.low, m.pull.low}, true);
        lower->setPen(Qt::NoPen);
        upper->setBrush(t.unknownWash);
        upper->setChannelFillGraph(lower);
        auto *line = new QCPItemLine(m_plot);
        line->start->setCoords(0, m.pull.v);
        line->end->setCoords(travel, m.pull.v);
        QPen dash(t.ink2, 1.6);
        dash.setDashPattern({6, 4});
        line->setPen(dash);
        top = std::max(top, m.pull.high);
        label(m_plot, travel / 2, m.pull.v,
              (m.pull.assumed() ? u"≈ %1, usual for its class: pull it at five places, both ways"_s
               : m.vertical     ? u"%1, by the hoist scale"_s
                                : u"%1, by the handle"_s)
                  .arg(text(withUnit(m.pull.v, Dimension::Force, "N"))),
              Qt::AlignHCenter | Qt::AlignTop, 13, true, t.ink, {0, 4});
    }
    if (m.pull.known()) {
        const double sized = m.pull.v * m.coldFactor.v;
        auto *line = new QCPItemLine(m_plot);
        line->start->setCoords(0, sized);
        line->end->setCoords(travel, sized);
        QPen dash(t.ink, 1.4);
        dash.setDashPattern({7, 4});
        line->setPen(dash);
        label(m_plot, 0, sized,
              u"%1 sizes the motor: worst × %2 for a cold day"_s.arg(text(withUnit(sized, Dimension::Force, "N")),
                                                                     text(numberText(m.coldFactor.v, 2))),
              Qt::AlignLeft | Qt::AlignBottom, 13, false, t.ink2, {6, -2});
    }
    m_plot->xAxis->setRange(-travel * 0.03, travel * 1.03);
    m_plot->yAxis->setRange(0, top * 1.16);
    m_plot->xAxis->setTicker(QSharedPointer<ShownTicker>::create(shownScale(Dimension::Length, "mm")));
    auto yt = QSharedPointer<ShownTicker>::create(shownScale(Dimension::Force, "N"));
    yt->setTickCount(4);
    m_plot->yAxis->setTicker(yt);
    const QString force = text(unitLabel(shownUnit("N"))), place = text(unitLabel(shownUnit("mm")));
    corner(
        m_plot, 0.0, 0.0,
        m.pullDirect
            ? u"  Pull to keep it moving, %1, over the place, %2. ▲ away, ▼ back. Shaded: how well the scale is read"_s
                  .arg(force, place)
            : u"  Pull along the axis, %1, over the place, %2, from the rim pull. ▲ away, ▼ back"_s.arg(force, place),
        Qt::AlignLeft | Qt::AlignTop);
    m_plot->axisRect()->setMargins(QMargins(50, 26, 16, 24));
    setAccessibleName(u"Pull along the travel"_s);
    setAccessibleDescription(table);
    m_plot->replot(QCustomPlot::rpQueuedReplot);
}

bool PullChart::eventFilter(QObject *o, QEvent *e) {
    if (o != m_plot) return QWidget::eventFilter(o, e);
    auto toForce = [&](const QPointF &at) { return std::max(1.0, std::round(m_plot->yAxis->pixelToCoord(at.y()))); };
    if (e->type() == QEvent::MouseButtonPress) {
        const QPointF at = static_cast<QMouseEvent *>(e)->position();
        double best = 14;
        m_grabbed = -1;
        for (std::size_t k = 0; k < m_points.size(); ++k) {
            const double d = std::hypot(m_plot->xAxis->coordToPixel(m_points[k].x) - at.x(),
                                        m_plot->yAxis->coordToPixel(m_points[k].y) - at.y());
            if (d < best) {
                best = d;
                m_grabbed = int(k);
            }
        }
        if (m_grabbed >= 0) emit picked(m_points[std::size_t(m_grabbed)].id);
    } else if (e->type() == QEvent::MouseMove && m_grabbed >= 0) {
        const auto point = m_points[std::size_t(m_grabbed)];
        emit dragged(point.id, point.away, toForce(static_cast<QMouseEvent *>(e)->position()));
    } else if (e->type() == QEvent::MouseButtonRelease) {
        m_grabbed = -1;
    } else if (e->type() == QEvent::MouseButtonDblClick) {
        const QPointF at = static_cast<QMouseEvent *>(e)->position();
        emit placeAsked(std::max(0.0, m_plot->xAxis->pixelToCoord(at.x())) * 1e-3, toForce(at));
    }
    return QWidget::eventFilter(o, e);
}

} // namespace lw
