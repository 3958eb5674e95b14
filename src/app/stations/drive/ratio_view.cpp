#include "app/stations/drive/ratio_view.h"
#include "app/widgets.h"
#include "proof/words/narrate.h"
#include "units/shown_units.h"

namespace lw {
using namespace Qt::StringLiterals;

RatioView::RatioView(Session *session, QWidget *parent) : QWidget(parent), m_session(session), m_trial(session) {
    setObjectName(u"ratioView"_s);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 10, 4);
    v->setSpacing(4);
    for (const auto what : {Swept::Ratio, Swept::Lead}) {
        auto &s = side(what);
        const QString key = what == Swept::Ratio ? u"ratio"_s : u"lead"_s;
        s.title = makeLabel(
            what == Swept::Ratio
                ? u"Worst margin over the ratio, motor turns to screw turns. Curve: efficiency and inertia as the "
                  "design has them; points: each proved by itself"_s
                : u"Worst margin over the lead, travel of a screw turn. Curve: the screw's efficiency as it is; "
                  "points: each proved by itself"_s,
            13, Ink::Label, false, true, this);
        s.words = makeLabel({}, 15, Ink::Value, false, true, this);
        s.words->setObjectName(key + u"Words"_s);
        s.chart = new SweepChart(what, this);
        s.part = makeLabel({}, 13, Ink::Label, false, true, this);
        s.part->setObjectName(key + u"Part"_s);
        v->addWidget(s.words);
        v->addWidget(s.title);
        v->addWidget(s.chart, what == Swept::Ratio ? 5 : 4);
        v->addWidget(s.part);
        if (what == Swept::Ratio) v->addWidget(makeRule(this));
        connect(s.chart, &SweepChart::picked, this, [this, what](int part) { choose(what, part); });
        connect(s.chart, &SweepChart::taken, this, [this, what](int part) { put(what, part); });
        connect(s.chart, &SweepChart::dragged, this, [this, what](int part) {
            if (part != side(what).chosen || !m_trial.running()) tryOut(what, part);
        });
        connect(s.chart, &SweepChart::dropped, this, [this, what] {
            if (!m_trial.running()) return;
            m_trial.takeBack();
            put(what, side(what).chosen);
        });
    }
    m_pause.setSingleShot(true);
    m_pause.setInterval(150);
    connect(&m_pause, &QTimer::timeout, this, &RatioView::settle);
}

void RatioView::refresh(const ProvedAxis &proved) {
    const auto &m = proved.model;
    const bool other = m.id != m_axis || m.designId != m_design;
    m_axis = m.id;
    m_design = m.designId;
    for (const auto what : {Swept::Ratio, Swept::Lead}) {
        auto &s = side(what);
        auto parts = std::move(s.sweep.parts);
        s.sweep = sweepOf(m, what);
        if (!other && s.sweep.missing.empty()) s.sweep.parts = std::move(parts); // until they are worked out anew
        if (other) s.chosen = -1;
        s.partsStand = false;
        show(what);
    }
    if (!m_trial.running()) m_pause.start();
}

void RatioView::settle() {
    m_pause.stop();
    if (!isVisible() || m_axis.empty()) return;
    for (const auto what : {Swept::Ratio, Swept::Lead}) {
        auto &s = side(what);
        if (s.partsStand) continue;
        const auto name = s.chosen >= 0 && s.chosen < int(s.sweep.parts.size())
                              ? s.sweep.parts[std::size_t(s.chosen)].name
                              : std::string();
        s.sweep = sweep(m_session->project(), m_axis, m_design, catalogueInUse(), what);
        s.chosen = -1;
        for (std::size_t k = 0; k < s.sweep.parts.size(); ++k)
            if (s.sweep.parts[k].name == name) s.chosen = int(k);
        s.partsStand = true;
        show(what);
    }
}

void RatioView::show(Swept what) {
    auto &s = side(what);
    s.words->setText(text(sweepWords(s.sweep)));
    s.chart->refresh(s.sweep, s.chosen, m_active == what && s.sweep.missing.empty());
    QString said;
    if (s.chosen >= 0 && s.chosen < int(s.sweep.parts.size())) {
        const auto &a = s.sweep.parts[std::size_t(s.chosen)];
        const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
        said = text(a.name) + u": "_s +
               (what == Swept::Ratio ? text(numberText(a.ratio, 4)) + u":1"_s
                                     : text(withUnit(a.lead, Dimension::Length, "mm", 4))) +
               u", "_s + (a.margin == a.margin ? text(timesText(a.margin)) : u"not known"_s) +
               (a.at.empty() ? QString() : u" at "_s + text(a.at).toLower()) + u", ≈ "_s +
               text(numberText(a.price, 4)) + u"\u00a0"_s + currency + u". "_s +
               (a.fails ? (a.fails > 1 ? u"%1 rows fail: "_s.arg(a.fails) : QString()) + text(a.firstFailure)
                        : u"Nothing fails with it."_s);
    } else if (s.sweep.missing.empty()) {
        const auto holds = std::count_if(s.sweep.parts.begin(), s.sweep.parts.end(),
                                         [](const Alternative &a) { return a.fails == 0; });
        said = s.sweep.parts.empty()
                   ? u"Working out what can be bought …"_s
                   : u"Points: what can be bought, %1 of %2 hold (full); the large one is the design: drag it, or walk "
                     "with the arrows and take one with Enter."_s.arg(holds)
                         .arg(s.sweep.parts.size());
    }
    s.part->setText(said);
}

void RatioView::choose(Swept what, int part) {
    const auto before = m_active;
    m_active = what;
    side(what).chosen = part;
    show(what);
    if (before != what) show(before);
}
void RatioView::tryOut(Swept what, int part) {
    const auto &parts = side(what).sweep.parts;
    if (part < 0 || part >= int(parts.size())) return;
    choose(what, part);
    const auto patches = parts[std::size_t(part)].patches; // the trial makes the curves anew
    m_trial.show(m_axis, m_design, patches);
}
void RatioView::put(Swept what, int part) {
    auto &s = side(what);
    if (part < 0 || part >= int(s.sweep.parts.size())) return;
    choose(what, part);
    const auto a = s.sweep.parts[std::size_t(part)];
    m_session->apply({a.patches, u"part: "_s + text(a.name)});
    emit said(u"Taken: %1. Ctrl+Z gives it back."_s.arg(text(a.name)));
}
void RatioView::take() { put(m_active, side(m_active).chosen); }

bool RatioView::handleKey(QKeyEvent *e) {
    auto &s = side(m_active);
    switch (e->key()) {
    case Qt::Key_Up:
    case Qt::Key_Down: {
        const auto other = m_active == Swept::Ratio ? Swept::Lead : Swept::Ratio;
        if (side(other).sweep.missing.empty()) choose(other, side(other).chosen);
        return true;
    }
    case Qt::Key_Left:
    case Qt::Key_Right: {
        const int count = int(s.sweep.parts.size());
        if (!count) return true;
        int next = s.chosen;
        const int way = e->key() == Qt::Key_Right ? 1 : -1;
        if (next < 0) // from the design on
            next =
                int(std::lower_bound(s.sweep.parts.begin(), s.sweep.parts.end(), s.sweep.now,
                                     [&](const Alternative &a, double x) { return s.sweep.of(a) < x * (1 - 1e-9); }) -
                    s.sweep.parts.begin()) -
                (way > 0 ? 1 : 0);
        // what holds; with Shift, or where nothing does, everything that is sold
        const bool all = e->modifiers() & Qt::ShiftModifier ||
                         std::ranges::all_of(s.sweep.parts, [](const Alternative &a) { return a.fails > 0; });
        do
            next += way;
        while (next >= 0 && next < count && !all && s.sweep.parts[std::size_t(next)].fails);
        if (next >= 0 && next < count) choose(m_active, next);
        return true;
    }
    case Qt::Key_Return:
    case Qt::Key_Enter: take(); return true;
    default: return false;
    }
}

} // namespace lw
