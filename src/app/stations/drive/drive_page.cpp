#include "app/stations/drive/drive_page.h"
#include "proof/words/narrate.h"
#include "shop/catalogue.h"
#include "shop/parts.h"
#include <QtWidgets>

namespace lw {
using namespace Qt::StringLiterals;

// ---- the drawing

PowerPathView::PowerPathView(QWidget *parent) : QWidget(parent) {
    setMinimumHeight(330);
    setMouseTracking(true);
    setObjectName(u"powerPath"_s);
    setAccessibleName(u"Power path, to scale"_s);
}

void PowerPathView::refresh(const ProvedAxis &p, int chosen) {
    m_proved = &p;
    m_chosen = chosen;
    const auto &m = p.model;
    QString words = m.hasMotor() ? u"Motor"_s : u"No motor"_s;
    const auto place = m.placeOf<ToothedBelt>();
    const auto *belt = m.stageAs<ToothedBelt>(place);
    words += belt ? u", belt %1 : %2, centres %3 mm"_s.arg(belt->driver.teeth)
                        .arg(belt->driven.teeth)
                        .arg(text(numberText(p.evaluation.state.stageWork<ToothedBelt>(place)->centre * 1e3, 5)))
                  : u", direct"_s;
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
    return u"drawn to scale: end view 1 : %1, side view 1 : %2"_s.arg(scale(m_picture.endScale), 0, 'f', 1)
        .arg(scale(m_picture.sideScale), 0, 'f', 1);
}

void PowerPathView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (!m_proved) return;
    const double stripH = 92;
    const double endW = std::min(250.0, width() * 0.30);
    m_picture = paintPowerPath(p, QRectF(4, 0, endW, height() - stripH - 6),
                               QRectF(endW + 10, 0, width() - endW - 12, height() - stripH - 6), m_proved->model,
                               m_proved->evaluation.state, m_chosen, m_nut);
    p.setPen(QPen(theme().rule2, 1));
    p.drawLine(QPointF(0, height() - stripH), QPointF(width(), height() - stripH));
    if (const auto now = scales(); now != m_scales) {
        m_scales = now;
        emit scalesChanged();
    }
    m_strip = paintBeltStrip(p, QRectF(0, height() - stripH + 2, width(), stripH - 2), m_proved->model,
                             m_proved->evaluation.state);
}

void PowerPathView::mousePressEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    m_from = at;
    for (const auto &s : m_strip.stops)
        if (s.box.contains(at)) return emit beltChosen(s.teeth, s.centre);
    if (m_strip.track.adjusted(-8, -4, 8, 4).contains(at)) {
        m_drag = Drag::Strip;
        return emit centreDragged(m_strip.centreAt(at.x()));
    }
    for (auto it = m_picture.areas.rbegin(); it != m_picture.areas.rend(); ++it)
        if (it->area.contains(at)) {
            const int part = it->part;
            emit picked(part);
            if (part == 7) m_drag = Drag::Nut;
            const auto *belt =
                m_proved ? m_proved->evaluation.state.stageWork<ToothedBelt>(m_proved->model.placeOf<ToothedBelt>())
                         : nullptr;
            if ((part == 1 || part == 2) && belt &&
                std::hypot(at.x() - m_picture.smallCentre.x(), at.y() - m_picture.smallCentre.y()) < 80) {
                m_drag = Drag::Centre;
                m_startCentre = belt->centre;
            }
            return;
        }
    emit picked(0);
}
void PowerPathView::mouseMoveEvent(QMouseEvent *e) {
    const QPointF at = e->position();
    const double slow = e->modifiers() & Qt::AltModifier ? 0.25 : 1;
    if (m_drag == Drag::Centre && m_picture.endScale > 0)
        emit centreDragged(m_startCentre + (at.y() - m_from.y()) / m_picture.endScale * slow);
    else if (m_drag == Drag::Strip)
        emit centreDragged(m_strip.centreAt(at.x()));
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

// ---- columns

PartColumn::PartColumn(int n, const QString &name, QWidget *parent)
    : QWidget(parent), part(n), m_name(name), m_body(this) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(5, 32, 5, 2);
    v->setSpacing(1);
    v->addStretch(1);
    setObjectName(u"column%1"_s.arg(n));
}
void PartColumn::add(QWidget *w) { static_cast<QVBoxLayout *>(layout())->insertWidget(layout()->count() - 1, w); }
void PartColumn::setChosen(bool on) {
    if (m_chosen == on) return;
    m_chosen = on;
    QWidget::update();
}
void PartColumn::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    if (m_chosen) p.fillRect(rect(), t.touchWash);
    paintBalloon(p, {16, 15}, part, m_chosen, 10);
    p.setFont(face(13, true));
    p.setPen(t.ink);
    p.drawText(QRectF(31, 4, width() - 33, 22), Qt::AlignLeft | Qt::AlignVCenter, m_name);
    p.setPen(QPen(t.rule, 1));
    p.drawLine(width() - 1, 4, width() - 1, height());
}

// ---- the page

DrivePage::DrivePage(Session *session, QWidget *parent) : StationPage(session, StationId::Drive, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(12, 10, 0, 2);
    h->setSpacing(8);
    auto *left = new QVBoxLayout;
    left->setSpacing(2);
    auto *head = new QHBoxLayout;
    head->addWidget(makeHeadline(), 1);
    m_catalogue = new QComboBox(this);
    m_catalogue->setObjectName(u"catalogue"_s);
    m_catalogue->setAccessibleName(u"Pick a motor of a usual size"_s);
    m_catalogue->addItem(u"Pick a motor"_s);
    for (const auto &c : shippedCatalogue().motors)
        m_catalogue->addItem(QString::fromStdString(c.name) + u", ≈ %1 €"_s.arg(c.price));
    m_catalogue->setFixedWidth(130);
    m_catalogue->view()->setMinimumWidth(260);
    connect(m_catalogue, &QComboBox::activated, this, &DrivePage::pickMotor);
    head->addWidget(m_catalogue);
    left->addLayout(head);
    m_view = new PowerPathView(this);
    connect(m_view, &PowerPathView::scalesChanged, this, &StationPage::rightTextChanged, Qt::QueuedConnection);
    left->addWidget(m_view, 1);
    left->addWidget(makeRule(this));
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFixedHeight(236);
    auto *host = new QWidget(scroll);
    auto *row = new QHBoxLayout(host);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2);
    auto d = [](const char *s) { return u"design/"_s + QString::fromLatin1(s); };
    const std::pair<const char *, std::vector<const char *>> parts[] = {
        {"Motor",
         {"motor/holding_torque_Nm",
          "drive/current_A",
          "drive/current_kind",
          "supply/voltage_V",
          "motor/kind",
          "motor/torque_convention",
          "motor/rated_current_A",
          "motor/resistance_ohm",
          "motor/inductance_mH",
          "motor/rotor_inertia_kgm2",
          "drive/volt_limit_V",
          "supply/kind",
          "supply/power_W",
          "drive/microsteps",
          "drive/damping",
          "drive/torque_limit_Nm",
          "supply/sag",
          "motor/step_angle_deg",
          "motor/shaft",
          "motor/face_mm",
          "motor/body_length_mm",
          "motor/usable_speed_rpm",
          "motor/radial_load_N",
          "motor/radial_load_at_mm",
          "cable/length_mm",
          "cable/cross_section_mm2",
          "drive/pulse_high_us"}},
        {"Small pulley",
         {"stages/1/kind", "stages/1/driver/teeth", "stages/1/driver/profile", "stages/1/driver/bore",
          "stages/1/driver/flanges", "stages/1/driver/belt_width_mm", "stages/1/driver/hub",
          "stages/1/driver/face_width_mm", "stages/1/driver/material", "stages/1/stiffness_Nm_rad",
          "stages/1/inertia_kgm2", "stages/1/bore_in", "stages/1/bore_out"}},
        {"Belt",
         {"stages/1/code", "stages/1/centre_mm", "stages/1/slot_from_mm", "stages/1/slot_to_mm",
          "stages/1/install_factor", "stages/1/service_factor", "stages/1/from_face_mm", "stages/1/length_tolerance_mm",
          "stages/1/efficiency", "stages/1/pull_for_1mm_a_metre_N"}},
        {"Large pulley",
         {"stages/1/driven/teeth", "stages/1/driven/profile", "stages/1/driven/bore", "stages/1/driven/flanges",
          "stages/1/driven/belt_width_mm", "stages/1/driven/hub", "stages/1/driven/face_width_mm",
          "stages/1/driven/material"}},
        {"Bearings",
         {"fixed_end/kind", "fixed_end/drag_Nm", "fixed_end/stiffness_N_um", "fixed_end/static_axial_N", "ends",
          "far_end/kind", "fixed_end/bore_mm", "fixed_end/outside_mm", "brake/torque_Nm", "brake/where",
          "brake/delay_s", "end_speed_mm_min", "bumper/stroke_mm", "bumper/force_N"}},
        {"Screw, nut",
         {"screw/thread", "screw/kept", "screw/efficiency", "nut/play_mm", "nut/engaged_turns", "nut/preload_N",
          "screw/bearing_span_mm", "screw/nut_far_mm", "screw/thread_length_mm", "nut/length_mm", "nut/kind",
          "nut/stiffness_N_um", "screw/static_N", "screw/root_mm", "thread_beyond_a_mm", "thread_beyond_b_mm",
          "bracket_stiffness_N_um"}},
    };
    int n = 0;
    for (const auto &[name, keys] : parts) {
        auto *c = new PartColumn(++n, QString::fromLatin1(name), host);
        m_columns.push_back(c);
        row->addWidget(c, 1);
        for (const char *k : keys) {
            auto *f = addField(std::string_view(k).starts_with("supply/") ? QString::fromLatin1(k) : d(k), {}, c);
            if (auto *value = qobject_cast<ValueEntry *>(f)) value->setStanding(u"catalogue"_s);
            c->add(f);
            const QString key = QString::fromLatin1(k);
            if (key == u"stages/1/kind"_s)
                static_cast<ChoiceEntry *>(f)->setFallback(u"coupling"_s);
            else if (key.startsWith(u"stages/1/driver"_s))
                m_beltOnly.push_back(f);
            else if (key.endsWith(u"Nm_rad"_s) || key.endsWith(u"1/inertia_kgm2"_s) || key.contains(u"bore_"_s))
                m_directOnly.push_back(f);
            else if (key.startsWith(u"brake"_s))
                m_uprightOnly.push_back(f);
            else if (key == u"nut/preload_N"_s || key == u"screw/static_N"_s)
                m_ballOnly.push_back(f);
            else if (key == u"nut/engaged_turns"_s)
                m_slidingOnly.push_back(f);
            if (key == u"screw/thread"_s)
                static_cast<TextEntry *>(f)->setCheck([](const QString &t) {
                    const auto r = readThread(t.toStdString());
                    return r ? QString() : QString::fromStdString(r.error().detail);
                });
            if (key == u"stages/1/code"_s)
                static_cast<TextEntry *>(f)->setCheck([](const QString &t) {
                    const auto r = readDesignation(t.toStdString(), "belt");
                    return r ? QString() : QString::fromStdString(r.error().detail);
                });
            if (key.endsWith(u"bore"_s) || key.endsWith(u"bore_in"_s) || key.endsWith(u"bore_out"_s) ||
                key == u"motor/shaft"_s)
                static_cast<TextEntry *>(f)->setCheck([](const QString &t) {
                    const auto r = readToleratedSize(t.toStdString());
                    return r ? QString() : QString::fromStdString(r.error().detail);
                });
        }
    }
    auto *table = new PartColumn(7, u"Table"_s, host);
    m_columns.push_back(table);
    row->addWidget(table, 1);
    for (const char *k :
         {"travel_mm", "targets/rapid_mm_min", "targets/acceleration_m_s2", "survey/run_out_mm", "survey/screw_end"})
        table->add(addField(QString::fromLatin1(k), {}, table));
    m_lead = makeLabel({}, 13, Ink::Value, false, true, table);
    table->add(m_lead);
    m_beltFigures = makeLabel({}, 13, Ink::Value, false, true, m_columns[2]);
    m_columns[2]->add(m_beltFigures);
    scroll->setWidget(host);
    left->addWidget(scroll);
    h->addLayout(left, 1);

    auto *right = new QWidget(this);
    right->setFixedWidth(304);
    auto *v = new QVBoxLayout(right);
    v->setContentsMargins(0, 0, 0, 0);
    v->setSpacing(4);
    m_ledger = new Ledger(session, StationId::Drive, right);
    connect(m_ledger, &Ledger::chosen, this, &DrivePage::choose);
    connect(m_ledger, &Ledger::mendAsked, this, &StationPage::mendAsked);
    v->addWidget(m_ledger, 1);
    m_sides = new QTableWidget(0, 3, right);
    m_sides->setObjectName(u"sideBySide"_s);
    m_sides->setAccessibleName(u"Designs side by side"_s);
    m_sides->setHorizontalHeaderLabels({u"Side by side"_s, u"A"_s, u"B"_s});
    m_sides->verticalHeader()->hide();
    m_sides->verticalHeader()->setDefaultSectionSize(31);
    m_sides->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_sides->setColumnWidth(1, 76);
    m_sides->setColumnWidth(2, 72);
    m_sides->setShowGrid(false);
    m_sides->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_sides->setSelectionMode(QAbstractItemView::NoSelection);
    m_sides->setFocusPolicy(Qt::NoFocus);
    m_sides->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_sides->setFixedHeight(31 * 7 + 30);
    v->addWidget(m_sides);
    h->addWidget(right);

    connect(m_view, &PowerPathView::picked, this, &DrivePage::pick);
    connect(m_view, &PowerPathView::beltChosen, this, &DrivePage::setBelt);
    connect(m_view, &PowerPathView::centreDragged, this, [this](double centre) {
        const auto &m = proved().model;
        const auto *b = m.stageAs<ToothedBelt>(m.placeOf<ToothedBelt>());
        if (!b) return;
        if (b->slotFrom.known() && b->slotTo.known()) centre = std::clamp(centre, b->slotFrom.v, b->slotTo.v);
        centre = std::clamp(centre, 0.02, 1.0);
        // snaps to a stock belt within a millimetre
        for (const auto &s : m_view->strip().stops)
            if (std::fabs(s.centre - centre) < 0.9e-3) return setBelt(s.teeth, s.centre);
        const QString pointer = absolute(u"design/stages/1/centre_mm"_s);
        m_session->typeInto(pointer, QString::number(centre * 1e3, 'f', 1) + u"mm"_s, u"stated"_s);
    });
}

void DrivePage::setBelt(int teeth, double centre) {
    const auto &m = proved().model;
    const auto *b = m.stageAs<ToothedBelt>(m.placeOf<ToothedBelt>());
    if (!b || !b->driver.profile) return;
    const double width = b->driver.beltWidth.known() ? b->driver.beltWidth.v * 1e3 : 15;
    const auto &p = *b->driver.profile;
    const QString code = text(beltCode(p, teeth, width));
    const QString before = text(b->beltText);
    m_session->apply(
        {{{absolute(u"design/stages/1/code"_s).toStdString(), code.toStdString()},
          {absolute(u"design/stages/1/centre_mm"_s).toStdString(),
           {{"typed", QString::number(centre * 1e3, 'f', 2).toStdString() + "mm"}, {"standing", "stated"}}}},
         u"belt %1 → %2"_s.arg(before.isEmpty() ? u"none"_s : before, code),
         u"belt:"_s + absolute(u"design/stages/1"_s)});
}

void DrivePage::pickMotor(int index) {
    if (index < 1 || index > int(shippedCatalogue().motors.size())) return;
    const auto &c = shippedCatalogue().motors[std::size_t(index - 1)];
    const std::string d = absolute(u"design/"_s).toStdString();
    std::vector<Patch> p;
    auto put = [&](const char *key, double value, const char *unit) {
        p.push_back({d + key, {{"typed", numberText(value, 6) + unit}, {"standing", "catalogue"}}});
    };
    put("motor/face_mm", c.face, "mm");
    put("motor/holding_torque_Nm", c.holding, " N m");
    put("motor/rated_current_A", c.current, "A");
    put("motor/resistance_ohm", c.resistance, "ohm");
    put("motor/inductance_mH", c.inductance, "mH");
    put("motor/rotor_inertia_kgm2", c.inertia, " g cm2");
    put("motor/body_length_mm", c.body, "mm");
    put("motor/bolt_square_mm", c.boltSquare, "mm");
    put("motor/pilot_mm", c.pilot, "mm");
    put("motor/shaft_length_mm", c.shaftLength, "mm");
    p.push_back({d + "motor/shaft", numberText(c.shaft, 5) + " h6"});
    if (m_session->at(d + "motor/kind").is_null()) p.push_back({d + "motor/kind", "stepper_open"});
    p.push_back({d + "motor/torque_convention", "two_phases_on"});
    m_session->apply({std::move(p), u"motor: "_s + QString::fromStdString(c.name)});
    m_catalogue->setCurrentIndex(0);
}

void DrivePage::pick(int part) {
    m_part = part;
    for (auto *c : m_columns)
        c->setChosen(c->part == part);
    if (!m_axis.empty() && !m_session->at("/axes/" + m_axis).is_null()) m_view->refresh(proved(), part);
}

void DrivePage::choose(const Finding &f) {
    m_ledger->setChosen(&f);
    int part = 0;
    switch (f.check->part) {
    case Part::Motor:
    case Part::Drive:
    case Part::Supply: part = 1; break;
    case Part::SmallPulley: part = f.subject.side == 1 ? 4 : 2; break;
    case Part::Belt: part = 3; break;
    case Part::LargePulley:
    case Part::ScrewEnd: part = 4; break;
    case Part::Bearings:
    case Part::Brake: part = 5; break;
    case Part::Screw:
    case Part::Nut: part = 6; break;
    default: part = 7; break;
    }
    pick(part);
    refresh();
}

std::vector<SideFigure> sideBySide(const ProvedAxis &a, const ProvedAxis &b, double costA, double costB,
                                   const QString &currency) {
    std::vector<SideFigure> out;
    auto torque = [](const ProvedAxis &p, bool cut) {
        const Finding *worstRow = nullptr;
        for (const auto &f : p.evaluation.findings)
            if ((f.id == "C01"_check || f.id == "C02"_check) &&
                (cut ? f.subject.at == Operating::Cutting : f.subject.at == Operating::RapidUp) &&
                f.margin == f.margin && (!worstRow || f.margin < worstRow->margin))
                worstRow = &f;
        return worstRow ? worstRow->margin : notKnown;
    };
    auto add = [&](const QString &name, double x, double y, bool more, auto &&show) {
        out.push_back({name, x, y, more, x == x ? show(x) : u"?"_s, y == y ? show(y) : u"?"_s});
    };
    auto times = [](double v) { return text(timesText(v)); };
    add(u"Heaviest cut"_s, torque(a, true), torque(b, true), true, times);
    add(u"Rapid"_s, torque(a, false), torque(b, false), true, times);
    const auto &sa = a.evaluation.state, &sb = b.evaluation.state;
    add(u"Lost motion, mm"_s, sa.lostMotion * 1e3, sb.lostMotion * 1e3, false,
        [](double v) { return text(numberText(v, 2)); });
    add(u"Full step, µm"_s, sa.fullStep * 1e6, sb.fullStep * 1e6, false,
        [](double v) { return text(numberText(v, 3)); });
    auto stays = [](const ProvedAxis &p) {
        return p.model.wheel()                                                          ? 0.0
               : p.evaluation.state.locksDependably && p.evaluation.state.backward <= 0 ? 2.0
               : p.evaluation.state.backward <= 0                                       ? 1.0
                                                                                        : 0.0;
    };
    add(u"Stays, power off"_s, stays(a), stays(b), true, [](double v) {
        return v > 1.5 ? u"yes"_s : v > 0.5 ? u"by sum"_s : u"no"_s;
    });
    add(u"Still to spend, "_s + currency, costA, costB, false, [](double v) { return text(numberText(v, 4)); });
    return out;
}

void DrivePage::fillSideBySide(const ProvedAxis &p) {
    const std::string other = p.model.designId == "A" ? "B" : "A";
    const bool both = !m_session->at("/axes/" + m_axis + "/designs/" + other).is_null();
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    auto cost = [&](const std::string &design) {
        return partTotals(m_session->project(), m_session->parts(m_axis, design)).remaining;
    };
    const ProvedAxis &a = p.model.designId == "A" ? p : m_session->proved(m_axis, "A");
    const ProvedAxis &b = p.model.designId == "B" ? p : both ? m_session->proved(m_axis, "B") : p;
    const auto rows = sideBySide(a, b, cost("A"), both ? cost("B") : cost(p.model.designId), currency);
    m_sides->setRowCount(int(rows.size()));
    for (int r = 0; r < int(rows.size()); ++r) {
        const auto &f = rows[std::size_t(r)];
        const bool known = f.a == f.a && f.b == f.b && both && f.a != f.b;
        const bool aBetter = known && (f.a > f.b) == f.moreIsBetter;
        for (int c = 0; c < 3; ++c) {
            auto *item = m_sides->item(r, c);
            if (!item) {
                item = new QTableWidgetItem;
                m_sides->setItem(r, c, item);
            }
            item->setText(c == 0 ? f.name : c == 1 ? f.textA : both ? f.textB : u"–"_s);
            item->setTextAlignment(c == 0 ? Qt::AlignLeft | Qt::AlignVCenter : Qt::AlignRight | Qt::AlignVCenter);
            QFont font = face(c == 0 ? 13 : 15);
            if (c > 0 && known && (c == 1) == aBetter) {
                font.setBold(true);
                font.setUnderline(true);
            }
            item->setFont(font);
        }
    }
    if (!both)
        m_sides->setHorizontalHeaderLabels({u"Ctrl+B starts B"_s, u"A"_s, u"B"_s});
    else
        m_sides->setHorizontalHeaderLabels({u"Side by side"_s, u"A"_s, u"B"_s});
}

void DrivePage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    const auto &s = p.evaluation.state;
    setHeadline(worstOf(p.evaluation, StationId::Drive), text(headline(StationId::Drive, m, p.evaluation)));
    const auto place = m.placeOf<ToothedBelt>();
    const auto *belt = m.stageAs<ToothedBelt>(place);
    const auto *beltWork = s.stageWork<ToothedBelt>(place);
    for (auto *w : m_beltOnly)
        w->setVisible(belt);
    for (auto *w : m_directOnly)
        w->setVisible(!belt);
    for (auto *w : m_ballOnly)
        w->setVisible(m.ballScrew());
    for (auto *w : m_slidingOnly)
        w->setVisible(!m.ballScrew());
    for (auto *w : m_uprightOnly)
        w->setVisible(m.vertical);
    m_columns[2]->setVisible(belt);
    m_columns[3]->setVisible(belt);
    // assumptions in use, shown as such
    auto fallback = [&](const char *suffix, const Known &k) {
        for (auto *v : findChildren<ValueEntry *>())
            if (v->pointer().endsWith(QString::fromLatin1(suffix)))
                v->setFallback(k.known() && k.standing != Standing::Unknown ? k.v : notKnown,
                               text(standingCode(k.standing)));
    };
    for (auto *c : findChildren<ChoiceEntry *>())
        if (c->pointer().endsWith(u"screw/kept"_s)) c->setFallback(m.keepsScrew ? u"yes"_s : u"no"_s);
    fallback("screw/efficiency", m.efficiency);
    fallback("fixed_end/drag_Nm", m.bearingDrag);
    fallback("fixed_end/stiffness_N_um", m.screw().bearingStiffness);
    fallback("nut/stiffness_N_um", m.screw().nutStiffness);
    fallback("bracket_stiffness_N_um", m.screw().bracket);
    fallback("/sag", m.supply.sag);
    fallback("motor/radial_load_N", m.stepper().radialLoad);
    fallback("survey/run_out_mm", m.runOut);
    fallback("travel_mm", m.travel);
    fallback("targets/rapid_mm_min", m.rapid);
    fallback("targets/acceleration_m_s2", m.acceleration);
    fallback("drive/current_A", m.drive.peak);
    fallback("screw/root_mm", m.screw().root);
    if (belt) {
        fallback("stages/1/efficiency", belt->efficiency);
        fallback("stages/1/service_factor", belt->service);
        fallback("stages/1/install_factor", belt->install);
        fallback("stages/1/from_face_mm", belt->offFace);
        fallback("stages/1/length_tolerance_mm", belt->tolerance);
        Known asked;
        if (beltWork->centre == beltWork->centre) asked = {beltWork->centre, Standing::Computed};
        fallback("stages/1/centre_mm", asked);
    } else if (const auto *coupling = m.stageAs<Coupling>(0)) {
        fallback("stages/1/stiffness_Nm_rad", coupling->stiffness);
        fallback("stages/1/inertia_kgm2", coupling->inertia);
    }
    QString words = u"= lead %1\n= full step %2"_s.arg(text(withUnit(m.lead.v, Dimension::Length, "mm", 4)),
                                                       text(withUnit(s.fullStep, Dimension::Length, "um", 3)));
    if (s.critical == s.critical) words += u"\n= whips from %1 rpm"_s.arg(text(numberText(s.critical, 4)));
    m_lead->setText(words);
    if (beltWork && beltWork->forcesKnown)
        m_beltFigures->setText(u"= set to %1\n= pluck it, %2\n= %3 teeth in mesh"_s
                                   .arg(text(withUnit(beltWork->forces.install.value(), Dimension::Force, "N", 3)),
                                        text(withUnit(beltWork->forces.note.value(), Dimension::Frequency, "Hz", 3)))
                                   .arg(beltWork->open.teethInMesh));
    else
        m_beltFigures->setText({});
    m_view->refresh(p, m_part);
    m_ledger->refresh(p);
    fillSideBySide(p);
}

bool DrivePage::handleKey(QKeyEvent *e) {
    const auto &m = proved().model;
    const auto *beltWork = proved().evaluation.state.stageWork<ToothedBelt>(m.placeOf<ToothedBelt>());
    auto next = [&](int by) {
        int part = m_part;
        do {
            part += by;
            if (part > 7) part = 1;
            if (part < 1) part = 7;
        } while (!beltWork && (part == 3 || part == 4));
        pick(part);
    };
    if (e->key() == Qt::Key_Comma) {
        next(-1);
        return true;
    }
    if (e->key() == Qt::Key_Period) {
        next(1);
        return true;
    }
    const bool left = e->key() == Qt::Key_Left || e->key() == Qt::Key_Up,
               right = e->key() == Qt::Key_Right || e->key() == Qt::Key_Down;
    if ((left || right) && m_part == 7) {
        m_view->setNut(m_view->nut() + (right ? 0.02 : -0.02) * (e->modifiers() & Qt::ShiftModifier ? 5 : 1));
        return true;
    }
    if ((left || right) && (m_part == 2 || m_part == 3 || m_part == 1) && beltWork &&
        beltWork->centre == beltWork->centre) {
        const double by = (right ? 1 : -1) * (e->modifiers() & Qt::ShiftModifier ? 1e-3 : 0.1e-3);
        const double centre = beltWork->centre + by;
        m_session->typeInto(absolute(u"design/stages/1/centre_mm"_s), QString::number(centre * 1e3, 'f', 2) + u"mm"_s,
                            u"stated"_s);
        return true;
    }
    return false;
}

} // namespace lw
