#include "app/stations/drive/rotary_ratio.h"
#include "app/window/style.h"
#include "drive/rotary.h"
#include "picture/marks.h"
#include "picture/ticks.h"
#include "units/plain_number.h"
#include <QDateTime>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
namespace {
QString n(double v, int digits = 3) { return v == v ? text(numberText(v, digits)) : u"?"_s; }
QString angleText(double rad) {
    const double seconds = rad * 648000 / pi;
    return !(rad == rad)    ? u"?"_s
           : seconds < 60   ? n(seconds) + u"″"_s
           : seconds < 3600 ? n(seconds / 60) + u"′"_s
                            : n(seconds / 3600) + u"°"_s;
}
double turnTime(const RotaryTable &t, double ratio) {
    return 2 * pi * ratio / t.motorSpeed.v + t.ramp.v + t.clampTime.v;
}
} // namespace

// ---- the chart

RotaryRatioChart::RotaryRatioChart(QWidget *parent) : QWidget(parent) {
    setObjectName(u"rotaryRatioChart"_s);
    setAccessibleName(u"Time of a turn and step over the ratio"_s);
    setMinimumHeight(220);
    setMouseTracking(true);
}
void RotaryRatioChart::refresh(const ProvedAxis &p, const std::vector<TableRatio> &ratios, RatioWindow window,
                               int chosen) {
    m_proved = &p;
    m_ratios = ratios;
    m_window = window;
    m_chosen = chosen;
    double least = p.model.ratio(), most = least;
    const auto reach = [&](double v) {
        if (!(v == v) || !(v > 0)) return;
        least = std::min(least, v);
        most = std::max(most, v);
    };
    for (const auto &r : m_ratios)
        reach(r.ratio);
    reach(window.least);
    reach(window.most);
    m_least = least / 1.3;
    m_most = most * 1.3;
    const auto &t = *p.model.rotary();
    m_longest = std::max(turnTime(t, m_most) * 0.9, t.turn.known() ? t.turn.v * 1.4 : 0.0);
    QStringList words;
    for (const auto &r : m_ratios)
        words << u"%1: %2 s a turn, step %3%4"_s.arg(text(r.words), n(r.turn), angleText(r.step),
                                                     r.now ? u", now"_s : QString());
    setAccessibleDescription(words.join(u'\n'));
    update();
}
QRectF RotaryRatioChart::plot() const { return QRectF(rect()).adjusted(44, 26, -60, -40); }
double RotaryRatioChart::xOf(double ratio) const {
    const auto area = plot();
    return area.left() + std::log(ratio / m_least) / std::log(m_most / m_least) * area.width();
}
QPointF RotaryRatioChart::placeOf(std::size_t k) const {
    const auto area = plot();
    return {xOf(m_ratios[k].ratio), area.bottom() - std::min(1.0, m_ratios[k].turn / m_longest) * area.height()};
}
int RotaryRatioChart::nearest(QPointF at) const {
    int best = -1;
    double d = 1e9;
    for (std::size_t k = 0; k < m_ratios.size(); ++k)
        if (const double off = std::fabs(placeOf(k).x() - at.x()); off < d) {
            d = off;
            best = int(k);
        }
    return best;
}
void RotaryRatioChart::mousePressEvent(QMouseEvent *e) {
    if (m_ratios.empty() || !plot().adjusted(-8, -20, 8, 20).contains(e->position())) return;
    m_dragging = true;
    m_chosen = nearest(e->position());
    update();
}
void RotaryRatioChart::mouseMoveEvent(QMouseEvent *e) {
    if (!m_dragging) return;
    m_chosen = nearest(e->position());
    update();
}
void RotaryRatioChart::mouseReleaseEvent(QMouseEvent *) {
    if (!m_dragging) return;
    m_dragging = false;
    if (m_chosen >= 0) emit picked(m_chosen);
}
void RotaryRatioChart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &th = theme();
    p.fillRect(rect(), th.sheet);
    if (!m_proved) return;
    const auto &m = m_proved->model;
    const auto &t = *m.rotary();
    const auto area = plot();
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    p.setPen(th.ink2);
    p.drawText(QPointF(4, 15), u"one turn, s"_s);
    p.drawText(QRectF(width() - 90, 2, 86, 18), Qt::AlignRight, u"step, ″"_s);
    for (const double s : ticksBetween(0, m_longest, roundStep(m_longest, 5), 10)) {
        const double y = area.bottom() - s / m_longest * area.height();
        p.setPen(QPen(th.rule, 1));
        p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
        p.setPen(th.ink2);
        p.drawText(QRectF(0, y - 9, area.left() - 6, 18), Qt::AlignRight | Qt::AlignVCenter, n(s));
    }
    for (const double i : {1.0, 2.0, 3.0, 5.0, 10.0, 20.0, 30.0, 50.0, 100.0, 200.0, 300.0, 500.0, 1000.0})
        if (i > m_least && i < m_most) {
            p.setPen(QPen(th.ink2, 1));
            p.drawLine(QPointF(xOf(i), area.bottom()), QPointF(xOf(i), area.bottom() + 4));
            p.drawText(QRectF(xOf(i) - 30, area.bottom() + 4, 60, 18), Qt::AlignHCenter, n(i));
        }
    p.drawText(QRectF(area.left(), area.bottom() + 20, area.width(), 18), Qt::AlignRight,
               u"motor turns for one turn of the table"_s);
    // the window where both serve
    if (m_window.least == m_window.least && m_window.most == m_window.most) {
        const double a = std::clamp(xOf(std::min(m_window.least, m_window.most)), area.left(), area.right()),
                     b = std::clamp(xOf(std::max(m_window.least, m_window.most)), area.left(), area.right());
        const bool both = m_window.least <= m_window.most;
        p.fillRect(QRectF(a, area.top(), b - a, area.height()), both ? th.holdsWash : th.failsWash);
        p.setPen(QPen(both ? th.holds : th.fails, 1.2));
        p.drawLine(QPointF(a, area.top()), QPointF(a, area.bottom()));
        p.drawLine(QPointF(b, area.top()), QPointF(b, area.bottom()));
        p.setPen(th.ink2);
        const double fine = xOf(m_window.least), quick = xOf(m_window.most);
        if (t.step.known())
            p.drawText(QRectF(fine - 170, area.top() + 44, 164, 18), Qt::AlignRight,
                       angleText(t.step.v) + u" or finer"_s);
        p.drawText(QRectF(quick + 6, area.top() + 2, 160, 18), Qt::AlignLeft, u"quick enough up to here"_s);
    }
    // both curves
    const double pulses = m.pulsesATurn(), coarsest = pulses > 0 ? 1296000 / (pulses * m_least) : 0;
    QPolygonF turn, step;
    for (int k = 0; k <= 80; ++k) {
        const double i = m_least * std::pow(m_most / m_least, k / 80.0), x = xOf(i);
        const double s = turnTime(t, i);
        if (s <= m_longest) turn << QPointF(x, area.bottom() - s / m_longest * area.height());
        if (coarsest > 0) step << QPointF(x, area.bottom() - 1296000 / (pulses * i) / coarsest * area.height() * 0.96);
    }
    QPen dashed(th.ink2, 1.4);
    dashed.setDashPattern({6, 4});
    p.setPen(dashed);
    p.drawPolyline(step);
    if (coarsest > 0)
        for (const double s : ticksBetween(0, coarsest, roundStep(coarsest, 4), 8)) {
            p.setPen(th.ink2);
            p.drawText(QRectF(area.right() + 6, area.bottom() - s / coarsest * area.height() * 0.96 - 9, 50, 18),
                       Qt::AlignLeft | Qt::AlignVCenter, n(s));
        }
    p.setPen(QPen(th.ink, 1.8));
    p.drawPolyline(turn);
    p.setPen(QPen(th.ink, 1.2));
    p.drawLine(area.bottomLeft(), area.bottomRight());
    // what can be bought, and what stands
    double free = -1e9;
    for (std::size_t k = 0; k < m_ratios.size(); ++k) {
        const auto at = placeOf(k);
        const bool chosen = int(k) == m_chosen, now = m_ratios[k].now;
        p.setPen(QPen(chosen || now ? th.touch : th.of(m_ratios[k].verdict), chosen ? 2 : 1.4));
        p.setBrush(now ? QBrush(th.touch) : QBrush(th.sheet));
        p.drawEllipse(at, now ? 7.0 : 4.5, now ? 7.0 : 4.5);
        if (chosen || now || at.x() - free > 62) {
            p.setPen(th.touch);
            p.setFont(face(13, chosen || now));
            p.drawText(QRectF(at.x() - 62, at.y() - 24, 60, 18), Qt::AlignRight, text(m_ratios[k].words));
            if (chosen || now) {
                p.setPen(th.ink);
                p.drawText(QRectF(at.x() + 9, at.y() - 4, 80, 18), Qt::AlignLeft, n(m_ratios[k].turn) + u" s"_s);
            }
            p.setFont(face(13));
            free = at.x();
        }
    }
}

// ---- the move

IndexMove::IndexMove(QWidget *parent) : QWidget(parent), m_clock(new QTimer(this)) {
    setObjectName(u"indexMove"_s);
    setAccessibleName(u"An index move at its true speed"_s);
    setFixedHeight(112);
    m_clock->setInterval(16);
    connect(m_clock, &QTimer::timeout, this, [this] {
        m_at = m_from + double(QDateTime::currentMSecsSinceEpoch() - m_started) / 1000;
        if (m_at >= duration()) {
            m_at = duration();
            m_clock->stop();
        }
        update();
    });
}
void IndexMove::refresh(const ProvedAxis &p) {
    m_proved = &p;
    m_at = std::min(m_at, duration());
    update();
}
double IndexMove::duration() const {
    if (!m_proved) return 0;
    const auto &m = m_proved->model;
    if (!m.rapid.known() || !(m.rapid.v > 0)) return 0;
    return indexTime(radians(m_turned), fromSi<AngularSpeed>(m.rapid.v), fromSi<AngularAcceleration>(m.acceleration.v))
        .value();
}
double IndexMove::speedAt(double t) const {
    const auto &m = m_proved->model;
    const double T = duration(), a = m.acceleration.v;
    return std::max(0.0, std::min({a * t, m.rapid.v, a * (T - t)}));
}
double IndexMove::angleAt(double t) const {
    const auto &m = m_proved->model;
    const double T = duration(), a = m.acceleration.v, ramp = std::min(m.rapid.v / a, T / 2);
    t = std::clamp(t, 0.0, T);
    if (t <= ramp) return a * t * t / 2;
    if (t >= T - ramp) return m_turned - a * (T - t) * (T - t) / 2;
    return a * ramp * ramp / 2 + a * ramp * (t - ramp);
}
bool IndexMove::playing() const { return m_clock->isActive(); }
void IndexMove::play(double turned) {
    if (!(duration() > 0)) return;
    if (m_clock->isActive()) return m_clock->stop();
    if (turned != m_turned || m_at >= duration()) m_at = 0;
    m_turned = turned;
    m_from = m_at;
    m_started = QDateTime::currentMSecsSinceEpoch();
    m_clock->start();
}
void IndexMove::scrub(double by) {
    m_clock->stop();
    m_at = std::clamp(m_at + by, 0.0, duration());
    update();
}
void IndexMove::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &th = theme();
    p.fillRect(rect(), th.sheet);
    if (!m_proved || !m_proved->model.rotary()) return;
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(face(13));
    const double T = duration();
    if (!(T > 0)) {
        p.setPen(th.ink2);
        p.drawText(rect().adjusted(4, 4, 0, 0), u"An index move: not known until motor and reduction are."_s);
        return;
    }
    // the table
    const QPointF c(54, 58);
    p.setPen(QPen(th.ink, 1.4));
    p.setBrush(th.part2);
    p.drawEllipse(c, 44, 44);
    p.save();
    p.translate(c);
    p.rotate(angleAt(m_at) * 180 / pi);
    p.setBrush(th.part);
    for (int k = 0; k < 3; ++k) {
        p.drawRect(QRectF(-5, -42, 10, 26));
        p.rotate(120);
    }
    p.setPen(QPen(th.touch, 2.4));
    p.drawLine(QPointF(0, -30), QPointF(0, -44));
    p.restore();
    // speed and torque over time
    const QRectF plot(124, 22, width() - 124 - 150, 60);
    const auto &s = m_proved->evaluation.state;
    double most = 0, given = 0;
    const auto torqueOf = [&](Operating kind) {
        for (const auto &q : s.points)
            if (q.kind == kind) return q.demand;
        return notKnown;
    };
    const double up = torqueOf(Operating::RapidUp), down = torqueOf(Operating::Braking);
    if (s.motorKnown) given = torquesAt(s.motor, s.motorRpm).countedOn;
    most = std::max({up == up ? up : 0, down == down ? down : 0, given});
    p.setPen(QPen(th.rule2, 1));
    p.drawLine(plot.bottomLeft(), plot.bottomRight());
    QPolygonF speed;
    for (int k = 0; k <= 120; ++k)
        speed << QPointF(plot.left() + plot.width() * k / 120,
                         plot.bottom() - speedAt(T * k / 120) / m_proved->model.rapid.v * plot.height());
    p.setPen(QPen(th.ink, 1.6));
    p.drawPolyline(speed);
    if (most > 0 && up == up) {
        const double ramp = std::min(m_proved->model.rapid.v / m_proved->model.acceleration.v, T / 2);
        const auto x = [&](double t) { return plot.left() + t / T * plot.width(); };
        const auto y = [&](double q) { return plot.bottom() - std::fabs(q) / most * plot.height() * 0.9; };
        p.setPen(QPen(th.touch, 1.6));
        p.drawLine(QPointF(x(0), y(up)), QPointF(x(ramp), y(up)));
        p.drawLine(QPointF(x(T - ramp), y(down)), QPointF(x(T), y(down)));
        QPen line(th.ink2, 1);
        line.setDashPattern({5, 4});
        p.setPen(line);
        p.drawLine(QPointF(x(0), y(given)), QPointF(x(T), y(given)));
    }
    const double now = plot.left() + m_at / T * plot.width();
    p.setPen(QPen(th.touch, 1));
    p.drawLine(QPointF(now, plot.top() - 4), QPointF(now, plot.bottom() + 4));
    p.setPen(th.ink2);
    p.drawText(QPointF(plot.left(), 15),
               m_turned > 3 ? u"A whole turn: speed; torque asked, and what the motor gives (dashed)"_s
                            : u"A quarter turn: speed; torque asked, and what the motor gives (dashed)"_s);
    p.drawText(QRectF(plot.left(), plot.bottom() + 4, plot.width(), 18), Qt::AlignRight, n(T) + u" s"_s);
    p.setPen(th.ink);
    p.setFont(face(18, true));
    p.drawText(QRectF(plot.right() + 12, 26, 136, 26), Qt::AlignLeft, n(angleAt(m_at) * 180 / pi) + u"°"_s);
    p.setFont(face(13));
    p.drawText(QRectF(plot.right() + 12, 52, 136, 20), Qt::AlignLeft,
               n(m_at) + u" s, "_s + text(tableSpeedText(speedAt(m_at))));
    p.setPen(th.ink2);
    p.drawText(QRectF(plot.right() + 12, 72, 136, 20), Qt::AlignLeft, u"Space plays it"_s);
}

// ---- the view

RotaryRatioView::RotaryRatioView(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName(u"rotaryRatio"_s);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 4, 10, 4);
    v->setSpacing(6);
    auto *h = new QHBoxLayout;
    h->setSpacing(16);
    m_chart = new RotaryRatioChart(this);
    connect(m_chart, &RotaryRatioChart::picked, this, &RotaryRatioView::take);
    h->addWidget(m_chart, 1);
    m_figures = new QTableWidget(0, 3, this);
    m_figures->setObjectName(u"rotaryFigures"_s);
    m_figures->setAccessibleName(u"Designs in figures"_s);
    m_figures->verticalHeader()->hide();
    m_figures->verticalHeader()->setDefaultSectionSize(31);
    m_figures->setShowGrid(false);
    m_figures->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_figures->setSelectionMode(QAbstractItemView::NoSelection);
    m_figures->setFocusPolicy(Qt::NoFocus);
    m_figures->setFixedWidth(lettered(380));
    auto *right = new QVBoxLayout;
    right->setSpacing(4);
    right->addWidget(m_figures, 1);
    m_search = new TableSizing(this);
    connect(m_search, &TableSizing::answered, this, &RotaryRatioView::showWays);
    m_propose = makeLink(u"Three ways to turn it (P)"_s, this, true);
    m_propose->setObjectName(u"proposeWays"_s);
    connect(m_propose, &QPushButton::clicked, this, &RotaryRatioView::propose);
    right->addWidget(m_propose);
    m_waysWords = makeLabel({}, 13, Ink::Label, false, true, this);
    m_waysWords->setObjectName(u"waysWords"_s);
    m_waysWords->hide();
    right->addWidget(m_waysWords);
    m_waysModel = new CellsModel({u""_s, u"Way"_s, u"a turn"_s, u"price"_s}, this);
    m_ways = new CellsView(m_waysModel, this);
    m_ways->setObjectName(u"tableWays"_s);
    m_ways->setAccessibleName(u"Ways to turn the table; Enter takes one"_s);
    m_ways->setWidths({34, 0, 66, 52});
    m_ways->setFixedHeight(196);
    m_ways->setFixedWidth(lettered(380));
    m_ways->hide();
    connect(m_ways, &CellsView::opened, this, [this] { takeWay(); }); // Enter, or a double click
    right->addWidget(m_ways);
    h->addLayout(right);
    v->addLayout(h, 1);
    m_move = new IndexMove(this);
    v->addWidget(m_move);
}

QString RotaryRatioView::headline() const { return m_headline; }

void RotaryRatioView::refresh(const ProvedAxis &p) {
    m_axis = p.model.id;
    m_ratios = tableRatios(m_session->project(), p.model);
    const auto window = ratioWindow(p.model);
    m_headline = text(noSingleRatio(p.model));
    if (m_headline.isEmpty()) m_headline = u"Say what it is for: the window of ratios follows"_s;
    int now = -1;
    for (std::size_t k = 0; k < m_ratios.size(); ++k)
        if (m_ratios[k].now) now = int(k);
    m_chart->refresh(p, m_ratios, window, now);
    m_move->refresh(p);
    // both designs, or all there are
    const auto designs = designsOf(m_session->project(), m_axis);
    m_figures->setColumnCount(1 + int(designs.size()));
    QStringList heads{QString()};
    const QStringList names{u"One turn"_s,     u"Quarter turn"_s,   u"Table speed"_s,
                            u"Step"_s,         u"Full step"_s,      u"Step at the cut"_s,
                            u"Steps a turn"_s, u"Steps a degree"_s, u"Play at the cut"_s};
    m_figures->setRowCount(int(names.size()));
    for (int r = 0; r < names.size(); ++r)
        m_figures->setItem(r, 0, new QTableWidgetItem(names[r]));
    int c = 1;
    for (const auto &d : designs) {
        const auto m = readAxis(m_session->project(), m_axis, d);
        heads << text(d);
        if (m.rotary()) {
            const auto e = evaluate(m);
            const auto &r = e.state.rotary;
            const auto steps = m.stepsATurn();
            const auto degree =
                steps ? divide(*steps, Fraction{360, 1}) : Result<Fraction>(fail(CalcErrorCode::Missing, "steps"));
            const double R = m.rotary()->radius.v;
            const QStringList cells{
                n(r.turn) + u" s"_s,
                n(r.quarter) + u" s"_s,
                m.rapid.known() ? text(tableSpeedText(m.rapid.v)) : u"?"_s,
                angleText(r.step),
                angleText(r.fullStep),
                r.step * R == r.step * R ? text(withUnit(r.step * R, Dimension::Length, "um", 2)) : u"?"_s,
                steps ? text(steps->text()) : u"?"_s,
                degree ? text(degree->text()) : u"?"_s,
                r.play * R == r.play * R ? text(withUnit(r.play * R, Dimension::Length, "um", 2)) : u"?"_s};
            for (int k = 0; k < cells.size(); ++k) {
                auto *item = new QTableWidgetItem(cells[k]);
                item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
                if (d == p.model.designId) item->setFont(face(15, true));
                m_figures->setItem(k, c, item);
            }
        }
        ++c;
    }
    m_figures->setHorizontalHeaderLabels(heads);
    m_figures->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_figures->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
}

void RotaryRatioView::take(int ratio) {
    if (ratio < 0 || ratio >= int(m_ratios.size()) || m_ratios[std::size_t(ratio)].now) return;
    const auto r = m_ratios[std::size_t(ratio)];
    m_session->apply({r.patches, u"pulleys "_s + text(r.words), u"tableRatio:"_s + text(m_axis)});
    emit said(u"Pulleys %1: %2 s a turn, step %3%4."_s.arg(
        text(r.words), n(r.turn), angleText(r.step), r.price == r.price ? u", about %1"_s.arg(n(r.price)) : QString()));
}

void RotaryRatioView::propose() {
    m_search->ask(m_session->project(), m_session->proved(m_axis).model);
    m_propose->setText(u"Looking through the list …"_s);
}

void RotaryRatioView::settle() {
    showAnswer(tableWays(m_session->project(), m_session->proved(m_axis).model, catalogueInUse()));
}
void RotaryRatioView::showWays() {
    if (const auto &answer = m_search->answer()) showAnswer(*answer);
}
void RotaryRatioView::showAnswer(const TableWays &answer) {
    m_propose->setText(u"Three ways to turn it (P)"_s);
    m_told = answer.three;
    m_waysWords->setText(
        m_told.empty() ? text(answer.problem)
                       : u"%1 of %2 drives hold. Cheapest, quickest, stiffest; Enter takes one."_s.arg(answer.hold)
                             .arg(answer.tried));
    m_waysWords->show();
    std::vector<CellRow> rows;
    for (std::size_t k = 0; k < m_told.size(); ++k) {
        const auto &w = m_told[k];
        CellRow r;
        r.id = QString::number(k);
        Cell mark;
        mark.mark = w.verdict;
        const auto name = text(w.name);
        // motor; belt; reducer
        Cell words{name.section(u"; "_s, 2).isEmpty() ? name.section(u"; "_s, 1, 1) : name.section(u"; "_s, 2)};
        words.under = name.section(u"; "_s, 0, name.section(u"; "_s, 2).isEmpty() ? 0 : 1);
        Cell turn{n(w.turn) + u" s"_s}, price{n(w.price)};
        turn.right = price.right = price.bold = true;
        r.cells = {mark, words, turn, price};
        r.tip = name + u"; "_s + text(w.worst);
        rows.push_back(std::move(r));
    }
    m_waysModel->setRows(std::move(rows));
    m_ways->setVisible(!m_told.empty());
    if (!m_told.empty()) {
        m_ways->setCurrentId(u"0"_s);
        m_ways->setFocus();
    }
}

void RotaryRatioView::takeWay() {
    bool ok = false;
    const auto k = m_ways->currentId().toUInt(&ok);
    if (!ok || k >= m_told.size()) return;
    const auto way = m_told[k];
    m_session->apply({way.patches, u"a way to turn it"_s});
    emit said(u"Taken: %1. Ctrl+Z takes it back."_s.arg(text(way.name)));
}

bool RotaryRatioView::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_P && e->modifiers() == Qt::NoModifier) {
        propose();
        return true;
    }
    if (m_ways->isVisible() && m_ways->hasFocus()) {
        if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) {
            takeWay();
            return true;
        }
        if (e->key() == Qt::Key_Up || e->key() == Qt::Key_Down) return false; // the list walks itself
    }
    const auto now = std::find_if(m_ratios.begin(), m_ratios.end(), [](const auto &r) { return r.now; });
    const int at = now == m_ratios.end() ? -1 : int(now - m_ratios.begin());
    switch (e->key()) {
    case Qt::Key_Up:
    case Qt::Key_Down: {
        const int to = at + (e->key() == Qt::Key_Up ? 1 : -1);
        if (at < 0) emit said(u"No belt in the chain: type the reducer's ratio, or add a belt with Ctrl+D."_s);
        if (at >= 0 && to >= 0 && to < int(m_ratios.size())) take(to);
        return true;
    }
    case Qt::Key_Space: m_move->play(e->modifiers() & Qt::ShiftModifier ? 2 * pi : pi / 2); return true;
    case Qt::Key_Left:
    case Qt::Key_Right: m_move->scrub(e->key() == Qt::Key_Right ? 0.05 : -0.05); return true;
    default: return false;
    }
}

} // namespace lw
