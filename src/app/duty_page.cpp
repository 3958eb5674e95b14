#include "app/duty_page.h"
#include "picture/marks.h"
#include "proof/narrate.h"
#include <QtWidgets>

namespace lw {
using namespace Qt::StringLiterals;

ForceBars::ForceBars(QWidget *parent) : QWidget(parent) {
    setMinimumHeight(230);
    setObjectName(u"forceBars"_s);
}

void ForceBars::refresh(const ProvedAxis &p, int current) {
    m_bars.clear();
    m_current = current;
    QString words;
    const auto &m = p.model;
    for (const auto &q : p.evaluation.state.points)
        if (q.kind == Operating::Cutting) {
            const auto &c = m.cuts[std::size_t(q.cut)];
            m_bars.push_back({text(c.name), text(numberText(c.feed * 60e3, 3)) + u" mm/min"_s, q.process, q.axial - q.process, q.axial, c.force.assumed(), c.capped});
            words += u"%1: %2 along the screw. "_s.arg(text(c.name), text(withUnit(q.axial, Dimension::Force, "N")));
        }
    for (const auto &q : p.evaluation.state.points)
        if (q.kind == Operating::RapidUp) m_bars.push_back({u"Rapid"_s, text(numberText(m.rapid.v * 60e3, 4)) + u" mm/min"_s, 0, q.axial, q.axial, false, false});
    setAccessibleName(u"Force along the screw"_s);
    setAccessibleDescription(words);
    QWidget::update();
}

QRectF ForceBars::barRect(std::size_t k) const {
    const double w = std::min(150.0, (width() - 80.0) / double(std::max<std::size_t>(1, m_bars.size())));
    return {60 + w * double(k), 26, w - 14, height() - 70.0};
}

void ForceBars::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    p.setFont(face(13));
    p.setPen(t.ink2);
    p.drawText(QPointF(0, 14), u"Force along the screw, N"_s);
    double most = 100;
    for (const auto &b : m_bars)
        if (b.total == b.total) most = std::max(most, b.total);
    most *= 1.12;
    const double bottom = height() - 44;
    const double k = (bottom - 26) / most;
    double step = std::pow(10, std::floor(std::log10(most)));
    if (most / step < 2.5) step /= 4;
    else if (most / step < 5) step /= 2;
    for (double v = 0; v < most; v += step) {
        p.setPen(QPen(v == 0 ? t.ink : t.rule, v == 0 ? 1.4 : 1));
        p.drawLine(QPointF(54, bottom - v * k), QPointF(width() - 6, bottom - v * k));
        p.setPen(t.ink2);
        p.drawText(QRectF(0, bottom - v * k - 9, 48, 18), Qt::AlignRight | Qt::AlignVCenter, QString::number(v));
    }
    for (std::size_t n = 0; n < m_bars.size(); ++n) {
        const auto &b = m_bars[n];
        const QRectF r = barRect(n);
        const bool on = int(n) == m_current;
        if (b.total == b.total) {
            const double ways = std::max(0.0, std::min(b.ways, b.total));
            const QRectF below(r.left(), bottom - ways * k, r.width(), ways * k);
            p.setPen(QPen(t.ink2, 1));
            p.setBrush(hatch(t.ink2, 0.9));
            p.drawRect(below);
            QPen pen(on ? t.touch : t.ink, on ? 2 : 1.2);
            if (b.assumed) pen.setDashPattern({5, 4});
            p.setPen(pen);
            p.setBrush(b.assumed ? QBrush(Qt::NoBrush) : QBrush(on ? t.touchWash : t.part));
            if (b.total > ways) p.drawRect(QRectF(r.left(), bottom - b.total * k, r.width(), (b.total - ways) * k));
            p.setPen(t.ink);
            p.setFont(face(15, true));
            p.drawText(QRectF(r.left() - 8, bottom - b.total * k - 21, r.width() + 16, 19), Qt::AlignHCenter, (b.assumed ? u"≈ "_s : QString()) + text(numberText(b.total, 3)));
        } else {
            p.setPen(t.unknown);
            p.setFont(face(15, true));
            p.drawText(QRectF(r.left(), bottom - 40, r.width(), 20), Qt::AlignHCenter, u"not known"_s);
        }
        p.setFont(face(13, on));
        p.setPen(on ? t.touch : t.ink);
        p.drawText(QRectF(r.left() - 6, bottom + 4, r.width() + 12, 18), Qt::AlignHCenter, QFontMetrics(p.font()).elidedText(b.name, Qt::ElideRight, int(r.width() + 12)));
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(r.left() - 6, bottom + 22, r.width() + 12, 18), Qt::AlignHCenter, b.detail + (b.capped ? u", capped"_s : QString()));
    }
}

void ForceBars::mousePressEvent(QMouseEvent *e) {
    for (std::size_t k = 0; k < m_bars.size(); ++k)
        if (QRectF(barRect(k).left() - 7, 0, barRect(k).width() + 14, height()).contains(e->position())) return emit chosen(int(k));
}

DutyPage::DutyPage(Session *session, QWidget *parent) : StationPage(session, StationId::Duty, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(14, 10, 0, 6);
    h->setSpacing(12);
    auto *left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(makeHeadline());
    m_bars = new ForceBars(this);
    connect(m_bars, &ForceBars::chosen, this, &DutyPage::chooseCut);
    left->addWidget(m_bars, 1);
    left->addWidget(makeRule());
    auto *targets = new QGridLayout;
    targets->setHorizontalSpacing(16);
    m_rapid = addValue(u"targets/rapid_mm_min"_s);
    m_accel = addValue(u"targets/acceleration_m_s2"_s);
    m_lost = addValue(u"targets/lost_motion_mm"_s);
    m_repeat = addValue(u"targets/repeatability_mm"_s);
    targets->addWidget(makeLabel(u"What it must do"_s, 15, Ink::Value, true), 0, 0, 1, 4);
    int c = 0;
    for (auto *w : {m_rapid, m_accel, m_lost, m_repeat}) targets->addWidget(w, 1, c++);
    targets->addWidget(makeLabel(u"The spindle, which caps every cut"_s, 15, Ink::Value, true), 2, 0, 1, 4);
    c = 0;
    for (const auto &f : {u"/spindle/power_W"_s, u"/spindle/drive_efficiency"_s, u"/spindle/torque_max_Nm"_s, u"/cold_day_factor"_s}) {
        auto *v = addValue(f);
        if (f.endsWith(u"efficiency"_s)) v->setFallback(0.85, u"belt and bearings"_s);
        if (f.endsWith(u"factor"_s)) v->setFallback(1.3, u"heated shop"_s);
        targets->addWidget(v, 3, c++);
    }
    left->addLayout(targets);
    h->addLayout(left, 1);

    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFixedWidth(420);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *right = new QWidget(scroll);
    auto *v = new QVBoxLayout(right);
    v->setContentsMargins(16, 8, 16, 8);
    v->setSpacing(6);
    auto *top = new QHBoxLayout;
    m_cutTitle = makeLabel({}, 18, Ink::Value, true, true);
    m_cutFigure = makeLabel({}, 22, Ink::Value, true);
    m_cutFigure->setObjectName(u"cutFigure"_s);
    top->addWidget(m_cutTitle, 1);
    top->addWidget(m_cutFigure);
    v->addLayout(top);
    m_cutWords = makeLabel({}, 13, Ink::Label, false, true);
    v->addWidget(m_cutWords);
    m_cutHost = new QWidget(right);
    m_cutGrid = new QGridLayout(m_cutHost);
    m_cutGrid->setContentsMargins(0, 0, 0, 0);
    m_cutGrid->setHorizontalSpacing(16);
    m_cutGrid->setVerticalSpacing(4);
    v->addWidget(m_cutHost);
    auto *links = new QHBoxLayout;
    auto *mill = makeLink(u"Add a milling cut (Insert)"_s);
    mill->setObjectName(u"addMilling"_s);
    m_addDrill = makeLink(u"Add a drill"_s);
    m_addDrill->setObjectName(u"addDrilling"_s);
    auto *force = makeLink(u"Add a force"_s);
    force->setObjectName(u"addForce"_s);
    m_dropCut = makeLink(u"Take it away"_s);
    m_dropCut->setObjectName(u"dropCut"_s);
    connect(mill, &QPushButton::clicked, this, [this] { addCut(u"milling"_s); });
    connect(m_addDrill, &QPushButton::clicked, this, [this] { addCut(u"drilling"_s); });
    connect(force, &QPushButton::clicked, this, [this] { addCut(u"force"_s); });
    connect(m_dropCut, &QPushButton::clicked, this, [this] {
        if (!m_builtCut.isEmpty()) m_session->apply({{{absolute(u"duty/moves/"_s + m_builtCut).toStdString(), nullptr}}, u"cut taken away"_s});
    });
    for (auto *b : {mill, m_addDrill, force, m_dropCut}) links->addWidget(b);
    links->addStretch(1);
    v->addLayout(links);
    v->addWidget(makeRule());
    m_ledger = new Ledger(session, StationId::Duty, right);
    m_ledger->growWithCards();
    connect(m_ledger, &Ledger::chosen, this, [this](const Finding &f) {
        if (f.cut >= 0) chooseCut(f.cut);
    });
    connect(m_ledger, &Ledger::mendAsked, this, &StationPage::mendAsked);
    v->addWidget(m_ledger);
    v->addStretch(1);
    scroll->setWidget(right);
    h->addWidget(scroll);
}

void DutyPage::chooseCut(int index) {
    m_current = index;
    refresh();
}

void DutyPage::addCut(const QString &kind) {
    const auto rows = m_session->at(absolute(u"duty/moves"_s).toStdString());
    int n = 1;
    if (rows.is_object())
        for (const auto &[id, row] : rows.items()) n = std::max(n, QString::fromStdString(id).toInt() + 1);
    const std::string id = QString(u"%1"_s).arg(n, 2, 10, QLatin1Char('0')).toStdString();
    nlohmann::json row = {{"kind", kind.toStdString()}, {"name", kind == u"milling"_s ? "Milling" : kind == u"drilling"_s ? "Drilling" : "Cut"}};
    if (kind == u"milling"_s) row["mode"] = "conventional";
    m_current = rows.is_object() ? int(rows.size()) : 0;
    m_session->apply({{{absolute(u"duty/moves/"_s).toStdString() + id, row}}, u"%1 added"_s.arg(kind == u"force"_s ? u"force"_s : kind)});
    if (!m_cutFields.empty()) m_cutFields.front()->setFocus();
}

void DutyPage::rebuildCut(const QString &id, const QString &kind) {
    for (auto *f : m_cutFields) dropField(f);
    m_cutFields.clear();
    m_builtCut = id;
    m_builtKind = kind;
    while (auto *item = m_cutGrid->takeAt(0)) delete item;
    if (id.isEmpty()) return;
    const QString base = u"duty/moves/"_s + id + u"/"_s;
    QStringList keys;
    if (kind == u"milling"_s) keys = {u"name"_s, u"material"_s, u"cutter_mm"_s, u"teeth"_s, u"width_mm"_s, u"depth_mm"_s, u"feed_per_tooth_mm"_s, u"spindle_rpm"_s, u"edge_angle_deg"_s, u"mode"_s, u"wear_factor"_s, u"speed_factor"_s};
    else if (kind == u"drilling"_s) keys = {u"name"_s, u"material"_s, u"drill_mm"_s, u"feed_per_turn_mm"_s, u"spindle_rpm"_s, u"point_angle_deg"_s, u"thrust_factor"_s, u"wear_factor"_s};
    else keys = {u"name"_s, u"force_N"_s, u"feed_mm_min"_s};
    int n = 0;
    for (const auto &k : keys) {
        auto *f = addField(base + k, {}, m_cutHost);
        if (auto *value = qobject_cast<ValueEntry *>(f)) {
            if (k == u"edge_angle_deg"_s) value->setFallback(pi / 2, u"end mill"_s);
            if (k == u"wear_factor"_s) value->setFallback(1.3, u"usual edge"_s);
            if (k == u"speed_factor"_s) value->setFallback(1, u"carbide"_s);
            if (k == u"point_angle_deg"_s) value->setFallback(118 * pi / 180, u"ordinary drill"_s);
            if (k == u"thrust_factor"_s) value->setFallback(1.2, u"plain point"_s);
        }
        m_cutGrid->addWidget(f, n / 2, n % 2);
        f->show();
        m_cutFields.push_back(f);
        ++n;
    }
    for (std::size_t k = 0; k + 1 < m_cutFields.size(); ++k) setTabOrder(m_cutFields[k], m_cutFields[k + 1]);
}

void DutyPage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    setHeadline(worstOf(p.evaluation, StationId::Duty), text(headline(StationId::Duty, m, p.evaluation)));
    m_current = std::clamp(m_current, 0, std::max(0, int(m.cuts.size()) - 1));
    m_bars->refresh(p, m_current);
    if (m.cls) {
        m_rapid->setFallback(m.cls->rapid * 1e-3 / 60);
        m_accel->setFallback(m.cls->acceleration);
        m_lost->setFallback(m.cls->lostUm * 1e-6);
        m_repeat->setFallback(m.cls->repeatUm * 1e-6);
    }
    if (!m.cuts.empty()) {
        const auto &c = m.cuts[std::size_t(m_current)];
        const bool own = c.id != "class";
        const QString kind = c.kind == CutKind::Milling ? u"milling"_s : c.kind == CutKind::Drilling ? u"drilling"_s : u"force"_s;
        const QString id = own ? QString::fromStdString(c.id) : QString();
        if (id != m_builtCut || kind != m_builtKind) rebuildCut(id, kind);
        m_cutTitle->setText(text(c.name));
        m_cutFigure->setText(c.force.known() ? (c.force.assumed() ? u"≈ "_s : QString()) + text(withUnit(c.force.v, Dimension::Force, "N")) : u"not known"_s);
        QString words = !c.problem.empty() ? text(c.problem) : !own ? u"No cut typed: the usual thrust of such a machine stands in, an assumption. Add the cut you mean to take."_s : QString();
        if (c.tangential == c.tangential) words = u"At the tooth %1, chip %2."_s.arg(text(withUnit(c.tangential, Dimension::Force, "N")), text(withUnit(c.chip, Dimension::Length, "mm", 2)));
        if (c.capped) words += u" The spindle can make no more: capped from %1."_s.arg(text(withUnit(c.uncapped, Dimension::Force, "N")));
        else if (own && !m.spindleTorque.known()) words += u" No torque cap typed for the spindle: it caps nothing."_s;
        m_cutWords->setText(words);
        m_dropCut->setVisible(own);
    }
    m_addDrill->setVisible(m.vertical);
    m_ledger->refresh(p);
}

bool DutyPage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_Insert) {
        addCut(u"milling"_s);
        return true;
    }
    return false;
}

} // namespace lw
