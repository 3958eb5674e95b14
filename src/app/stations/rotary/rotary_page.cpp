#include "app/stations/rotary/rotary_page.h"
#include "app/widgets.h"
#include "duty/rotary_work.h"
#include "picture/rotary_views.h"
#include "picture/table_torque.h"
#include "proof/words/rotary_words.h"
#include "search/table_purposes.h"
#include "shop/build_or_buy.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <QGridLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

namespace lw {
using namespace Qt::StringLiterals;

RotaryPicture::RotaryPicture(QWidget *parent, Shows shows) : QWidget(parent), m_shows(shows) {
    const bool room = shows == Shows::Room;
    setObjectName(room ? u"rotaryPicture"_s : u"tableTorque"_s);
    setAccessibleName(room ? u"The unit under the head, to scale"_s : u"Torque at the table over a whole turn"_s);
    setMinimumHeight(room ? 290 : 190);
}
void RotaryPicture::refresh(const ProvedAxis &p) {
    m_proved = &p;
    if (m_shows == Shows::TorqueOverATurn && p.model.rotary()) {
        const auto &t = *p.model.rotary();
        const auto torque = [](double v) {
            return v == v ? text(withUnit(v, Dimension::Torque, "Nm", 3)) : u"not known"_s;
        };
        setAccessibleDescription(u"weight %1, cut %2, drag %3, drive %4, clamp %5"_s.arg(
            torque(t.unbalance), torque(p.evaluation.state.rotary.cut), torque(p.model.pull.v),
            torque(p.evaluation.state.rotary.output), torque(t.hasClamp ? t.clamp.v : notKnown)));
    }
    QWidget::update();
}
void RotaryPicture::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (!m_proved || !m_proved->model.rotary()) return;
    if (m_shows == Shows::TorqueOverATurn)
        paintTableTorque(p, QRectF(rect()).adjusted(0, 0, -8, 0), m_proved->model, m_proved->evaluation.state);
    else
        paintRotaryViews(p, QRectF(rect()).adjusted(4, 0, -8, -4), m_proved->model, m_proved->evaluation.state);
}

RotaryPage::RotaryPage(Session *session, StationId station, QWidget *parent) : StationPage(session, station, parent) {
    auto *all = new QVBoxLayout(this);
    all->setContentsMargins(12, 10, 0, 2);
    all->setSpacing(4);
    all->addWidget(makeHeadline());
    all->addWidget(makeLessons());
    auto *h = new QHBoxLayout;
    h->setSpacing(10);
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->viewport()->setAutoFillBackground(false);
    auto *sheet = new QWidget(scroll);
    sheet->setAutoFillBackground(false);
    m_left = new QVBoxLayout(sheet);
    m_left->setContentsMargins(0, 0, 12, 6);
    m_left->setSpacing(4);
    scroll->setWidget(sheet);
    if (station == StationId::AsFound) {
        m_picture = new RotaryPicture(sheet, RotaryPicture::Shows::Room);
        m_left->addWidget(m_picture, 1);
        group(u"Room over it"_s, {"nose_mm", "nose_low_mm", "tool_mm", "portal_mm", "bed_gap_mm"}, 5);
        group(u"The unit"_s,
              {"height_mm", "chuck_mm", "jaws_mm", "length_mm", "swing_mm", "drag_Nm", "weight_kg", "people", "bolts",
               "bolt_mm", "squared", "key_clearance_mm", "keys_apart_mm", "tail_high_mm"},
              5);
    } else {
        group(u"What it is for"_s, {"purpose", "second", "axis"}, 3);
        m_second = makeLabel({}, 13, Ink::Label, false, true, sheet);
        m_second->setObjectName(u"secondPurpose"_s);
        m_left->addWidget(m_second);
        group(u"Wished"_s, {"step_arcsec", "quarter_s", "turn_s", "speed_rpm", "play_arcmin"}, 5);
        group(u"The cut"_s, {"radius_mm", "force_N", "feed_mm_min"}, 5);
        group(u"Held by"_s, {"clamp", "clamp_Nm", "clamp_s", "tailstock", "chuck_rpm", "mass_offset_mm"}, 6);
        auto *row = new QHBoxLayout;
        row->addWidget(makeLabel(u"What turns with it"_s, 15, Ink::Value, true, false, sheet));
        row->addStretch(1);
        auto *add = makeLink(u"Add a piece (Insert)"_s, sheet);
        add->setObjectName(u"addBody"_s);
        connect(add, &QPushButton::clicked, this, &RotaryPage::addHere);
        row->addWidget(add);
        m_left->addLayout(row);
        m_bodies = new QWidget(sheet);
        m_bodies->setObjectName(u"bodies"_s);
        m_grid = new QGridLayout(m_bodies);
        m_grid->setContentsMargins(0, 0, 0, 0);
        m_grid->setHorizontalSpacing(8);
        m_grid->setVerticalSpacing(2);
        m_left->addWidget(m_bodies);
        m_torque = new RotaryPicture(sheet, RotaryPicture::Shows::TorqueOverATurn);
        m_left->addWidget(m_torque);
        group(u"The work and what grips it"_s,
              {"stock_mm", "stock_shape", "stock_length_mm", "off_centre_mm", "finish_mm", "work_of", "held_by",
               "mounted", "lock", "reverses"},
              5);
        m_work = makeLabel({}, 13, Ink::Label, false, true, sheet);
        m_work->setObjectName(u"workWords"_s);
        m_left->addWidget(m_work);
        group(u"After a test cut"_s, {"head_d_mm", "tail_d_mm", "apart_mm", "trial_mm", "move_mm", "move_as"}, 6);
        group(u"Build or buy"_s, {"bought_name", "bought_price", "bought_for", "hour_worth"}, 4);
        m_cost = makeLabel({}, 13, Ink::Label, false, true, sheet);
        m_cost->setObjectName(u"buildOrBuy"_s);
        m_left->addWidget(m_cost);
        m_left->addStretch(1);
    }
    h->addWidget(scroll, 1);
    m_ledger = new Ledger(session, station, this);
    m_ledger->setFixedWidth(lettered(316));
    connect(m_ledger, &Ledger::chosen, this, &RotaryPage::choose);
    connect(m_ledger, &Ledger::mendAsked, this, &StationPage::mendAsked);
    h->addWidget(m_ledger);
    all->addLayout(h, 1);
}

void RotaryPage::group(const QString &title, const std::vector<const char *> &keys, int columns) {
    auto *host = m_left->parentWidget();
    m_left->addWidget(makeLabel(title, 15, Ink::Value, true, false, host));
    auto *grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(2);
    int k = 0;
    for (const char *key : keys) {
        auto *f = addField(u"rotary/"_s + QLatin1StringView(key), {}, host);
        m_byKey[key] = f;
        grid->addWidget(f, k / columns, k % columns);
        ++k;
    }
    for (int c = 0; c < columns; ++c)
        grid->setColumnStretch(c, 1);
    m_left->addLayout(grid);
}

void RotaryPage::choose(const Finding &f) {
    m_ledger->setChosen(&f);
    m_ledger->refresh(proved());
}

void RotaryPage::fallbacks(const ProvedAxis &p) {
    const auto &t = *p.model.rotary();
    const auto usual = [&](const char *key, const Known &k, const QString &why = {}) {
        if (const auto it = m_byKey.find(key); it != m_byKey.end())
            if (auto *v = qobject_cast<ValueEntry *>(it->second)) v->setFallback(k.v, why);
    };
    const QString why = u"as the purpose asks"_s;
    usual("step_arcsec", t.step, why);
    usual("quarter_s", t.quarter, why);
    usual("turn_s", t.turn, why);
    usual("speed_rpm", t.speed, why);
    usual("play_arcmin", t.play, why);
    usual("clamp_s", t.clampTime);
    usual("bed_gap_mm", t.bedGap);
    usual("off_centre_mm", t.offCentre);
    usual("drag_Nm", p.model.pull.v > 0 ? p.model.pull : Known{}, u"usual for seals and preload"_s);
    const auto choice = [&](const char *key, const QString &code) {
        if (const auto it = m_byKey.find(key); it != m_byKey.end())
            if (auto *c = qobject_cast<ChoiceEntry *>(it->second)) c->setFallback(code);
    };
    choice("axis", u"level"_s);
    choice("tailstock", u"no"_s);
    choice("people", u"one"_s);
    choice("stock_shape", u"round"_s);
}

void RotaryPage::showBodies() {
    std::vector<std::string> ids;
    const auto &rows = m_session->at("/axes/" + m_axis + "/rotary/bodies");
    if (rows.is_object())
        for (const auto &[id, row] : rows.items())
            ids.push_back(id);
    const auto whose = m_axis + "/";
    std::vector<std::string> named;
    for (const auto &id : ids)
        named.push_back(whose + id);
    if (named == m_ids) return;
    m_ids = named;
    for (auto *f : m_bodyFields)
        dropField(f);
    m_bodyFields.clear();
    int r = 0;
    for (const auto &id : ids) {
        int c = 0;
        static constexpr std::pair<const char *, const char16_t *> columns[] = {
            {"name", u"Piece"},      {"shape", u"Shape"},        {"d_mm", u"Across"},
            {"b_mm", u"Hole, side"}, {"length_mm", u"Long"},     {"material", u"Of"},
            {"mass_kg", u"Mass"},    {"offset_mm", u"Off axis"}, {"angle_deg", u"towards"}};
        for (const auto &[key, label] : columns) {
            auto *f = addField(u"rotary/bodies/%1/%2"_s.arg(text(id), QLatin1StringView(key)),
                               QString::fromUtf16(label), m_bodies);
            if (auto *shape = qobject_cast<ChoiceEntry *>(f))
                shape->setFallback(QLatin1StringView(key) == "shape"_L1 ? u"round"_s : u"steel"_s);
            m_grid->addWidget(f, r, c);
            m_grid->setColumnStretch(c, c == 0 ? 3 : 2);
            f->show();
            m_bodyFields.push_back(f);
            ++c;
        }
        ++r;
    }
}

void RotaryPage::showCost() {
    double hours = 0;
    bool any = false;
    for (const auto &s : m_session->plan().steps)
        if (s.axis == m_axis) {
            hours += s.hours;
            any = true;
        }
    const auto c = buildOrBuy(m_session->project(), m_axis, m_session->parts(m_axis), any ? hours : notKnown);
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    const auto money = [&](double v) { return text(numberText(std::round(v), 5)) + u" "_s + currency; };
    QStringList words, groups;
    for (const auto &[name, price] : c.groups)
        groups << text(name) + u" "_s + text(numberText(std::round(price), 5));
    if (c.parts > 0 || c.open > 0)
        words << u"To build: %1%2%3%4."_s.arg(
            c.open > 0 ? u"at least "_s : QString(), money(c.parts),
            groups.isEmpty() ? QString() : u" ("_s + groups.join(u", "_s) + u")"_s,
            any ? u" and %1 h of work"_s.arg(text(numberText(hours, 3))) +
                      (c.hourWorth > 0 ? u", %1 with your time"_s.arg(money(c.built())) : QString())
                : QString());
    if (c.bought == c.bought) {
        const double more = c.built() - c.bought;
        const auto name =
            text(textAt(m_session->project(), "/axes/" + m_axis + "/rotary/bought_name", "The bought one"));
        words << u"%1: %2, %3 %4."_s.arg(name, money(c.bought), money(std::fabs(more)),
                                         more > 0 ? u"less than building"_s : u"more than building"_s);
        const auto serves = rotaryPurpose(textAt(m_session->project(), "/axes/" + m_axis + "/rotary/bought_for"));
        if (serves == RotaryPurpose::NotChosen)
            words << u"Say what it serves: price alone compares nothing."_s;
        else {
            int mine = 0;
            for (const auto &s : purposesServed(m_session->project(), m_axis, proved().model.designId))
                mine += s.serves;
            words << u"A purpose served costs %1 bought%2."_s.arg(money(c.bought),
                                                                  mine ? u", "_s + money(c.built() / mine) + u" built"_s
                                                                       : u"; what is built serves none yet"_s);
        }
    }
    m_cost->setText(words.join(u"  "_s));
    m_cost->setVisible(!words.isEmpty());
}

void RotaryPage::addHere() {
    if (!m_bodies) return emit said(u"Everything there is to measure stands on the sheet."_s);
    int free = 1;
    while (!m_session->at("/axes/" + m_axis + "/rotary/bodies/" + std::to_string(free)).is_null())
        ++free;
    m_session->apply({{{"/axes/" + m_axis + "/rotary/bodies/" + std::to_string(free), {{"shape", "round"}}}},
                      u"a piece on the table"_s});
    if (const auto at = std::size_t(m_bodyFields.size()); at >= 9) m_bodyFields[at - 9]->setFocus();
}

void RotaryPage::strikeCurrent() {
    for (std::size_t k = 0; k < m_bodyFields.size(); ++k)
        if (m_bodyFields[k]->isAncestorOf(focusWidget())) {
            const auto pointer = m_bodyFields[k]->pointer().section(u'/', 0, 5).toStdString();
            m_session->apply({{{pointer, nullptr}}, u"a piece taken off the table"_s});
            return;
        }
    emit said(u"Stand in the row of a piece first, then strike it out."_s);
}

bool RotaryPage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_Insert) {
        addHere();
        return true;
    }
    return false;
}

QString RotaryPage::hint() const {
    return m_bodies ? u"Enter next   Insert adds a piece   Ctrl+Delete strikes it out   F1 how to find it"_s
                    : u"Enter next   F1 how to measure"_s;
}

void RotaryPage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    if (!m.rotary()) return;
    setHeadline(stationVerdict(m_station, m, p.evaluation), text(headline(m_station, m, p.evaluation)));
    fallbacks(p);
    if (m_picture) m_picture->refresh(p);
    const auto &t = *m.rotary();
    if (m_bodies) {
        showBodies();
        QStringList words;
        if (const auto sentence = noSingleRatio(m); !sentence.empty()) words << text(sentence) + u"."_s;
        if (t.second != RotaryPurpose::NotChosen && t.second != t.purpose) {
            const auto w = ratioWindow(m, t.second);
            const double i = m.ratio();
            const auto name = text(std::string(rotaryTargets(t.second).name));
            if (i < w.least)
                words << u"For %1 too coarse: %2:1 at least."_s.arg(name, text(numberText(w.least, 3)));
            else if (i > w.most)
                words << u"For %1 too slow: %2:1 at most."_s.arg(name, text(numberText(w.most, 3)));
            else if (w.least == w.least || w.most == w.most)
                words << u"It serves %1 too."_s.arg(name);
        }
        const auto served = purposesServed(m_session->project(), m.id, m.designId);
        if (!served.empty()) {
            QStringList good, bad;
            for (const auto &s : served)
                (s.serves ? good : bad) << text(std::string(rotaryTargets(s.purpose).name)) +
                                               (s.serves || s.fails.empty() || s.purpose != t.second
                                                    ? QString()
                                                    : u" ("_s + text(s.fails) + u")"_s);
            words << (good.isEmpty() ? u"As designed it serves no purpose."_s
                                     : u"As designed it serves: "_s + good.join(u", "_s) + u"."_s);
            if (!bad.isEmpty()) words << u"Not: "_s + bad.join(u", "_s) + u"."_s;
        }
        m_second->setText(words.join(u"  "_s));
        m_second->setVisible(!words.isEmpty());
        QStringList work;
        if (m.mass.known())
            work << u"Turns with it: %1, %2 about the axis."_s.arg(
                text(withUnit(t.turning, Dimension::Mass, "kg", 3)),
                text(withUnit(m.mass.v, Dimension::Inertia, "kgm2", 3)));
        if (t.stock.known() && t.square) {
            const auto blank = turnedBlank({4, metres(t.stock.v), metres(t.offCentre.v)},
                                           metres(t.finish.known() ? t.finish.v : t.stock.v), metres(0));
            work << u"Corners swing %1: keep clear of that. Largest round in it %2."_s.arg(
                text(withUnit(blank.corner.value(), Dimension::Length, "mm", 4)),
                text(withUnit(blank.inscribed.value(), Dimension::Length, "mm", 4)));
        }
        m_torque->refresh(p);
        showCost();
        m_work->setText(work.join(u"  "_s));
        m_work->setVisible(!work.isEmpty());
    }
    m_ledger->refresh(p);
}

} // namespace lw
