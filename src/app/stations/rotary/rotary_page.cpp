#include "app/stations/rotary/rotary_page.h"
#include "app/widgets.h"
#include "duty/rotary_work.h"
#include "picture/rotary_views.h"
#include "proof/words/rotary_words.h"
#include "units/plain_number.h"
#include <QGridLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

namespace lw {
using namespace Qt::StringLiterals;

RotaryPicture::RotaryPicture(QWidget *parent) : QWidget(parent) {
    setObjectName(u"rotaryPicture"_s);
    setAccessibleName(u"The unit under the head, to scale"_s);
    setMinimumHeight(290);
}
void RotaryPicture::refresh(const ProvedAxis &p) {
    m_proved = &p;
    QWidget::update();
}
void RotaryPicture::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (m_proved && m_proved->model.rotary())
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
        m_picture = new RotaryPicture(sheet);
        m_left->addWidget(m_picture, 1);
        group(u"Room over it"_s, {"nose_mm", "nose_low_mm", "tool_mm", "portal_mm", "bed_gap_mm"}, 5);
        group(u"The unit"_s,
              {"height_mm", "chuck_mm", "jaws_mm", "length_mm", "swing_mm", "drag_Nm", "weight_kg", "people", "bolts",
               "bolt_mm"},
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
        group(u"The work"_s, {"stock_mm", "stock_shape", "stock_length_mm", "off_centre_mm", "finish_mm"}, 5);
        m_work = makeLabel({}, 13, Ink::Label, false, true, sheet);
        m_work->setObjectName(u"workWords"_s);
        m_left->addWidget(m_work);
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
        m_work->setText(work.join(u"  "_s));
        m_work->setVisible(!work.isEmpty());
    }
    m_ledger->refresh(p);
}

} // namespace lw
