#include "app/stations/as_found/as_found_page.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

namespace {
std::vector<std::string> idsOf(const nlohmann::json &o) {
    std::vector<std::string> ids;
    if (o.is_object())
        for (const auto &[id, row] : o.items())
            ids.push_back(id);
    return ids;
}
std::string nextId(const std::vector<std::string> &ids) {
    int n = 1;
    for (const auto &id : ids)
        if (const int v = QString::fromStdString(id).toInt(); v >= n) n = v + 1;
    return QString(u"%1"_s).arg(n, 2, 10, QLatin1Char('0')).toStdString();
}
QHBoxLayout *fieldsRow(std::initializer_list<QWidget *> fields) {
    auto *h = new QHBoxLayout;
    h->setSpacing(14);
    for (auto *w : fields)
        h->addWidget(w);
    return h;
}
QHBoxLayout *sectionHead(const QString &title, QLabel *figure) {
    auto *h = new QHBoxLayout;
    h->addWidget(makeLabel(title, 15, Ink::Value, true));
    h->addStretch(1);
    if (figure) h->addWidget(figure);
    return h;
}
} // namespace

void LostBar::refresh(const ProvedAxis &p) {
    m_model = p.model;
    m_state = p.evaluation.state;
    setAccessibleName(u"lost motion by source"_s);
    update();
}
void LostBar::mousePressEvent(QMouseEvent *) { emit asked(); }
void LostBar::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintLostBar(p, QRectF(rect()).adjusted(1, 0, -1, 0), m_model, m_state);
}
void MeasureNext::refresh(const ProvedAxis &p) {
    m_plan = measureNext(p.model, p.evaluation);
    setFixedHeight(measurePlanHeight(m_plan));
    setAccessibleName(measurePlanWords(m_plan));
    update();
}
void MeasureNext::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintMeasurePlan(p, rect(), m_plan);
}

TravelMap::TravelMap(PullChart *chart, QWidget *parent) : QWidget(parent), m_chart(chart) {
    setObjectName(u"travelMap"_s);
    setFixedHeight(24);
    connect(chart, &PullChart::drawn, this, qOverload<>(&QWidget::update));
}
void TravelMap::refresh(const AxisModel &m, const SurveyMap &map, const nlohmann::json &screwLine) {
    m_model = m;
    m_mapped = map;
    m_line.clear();
    static const auto *place = fieldAt("/axes/x/survey/screw_line/1/at_mm"),
                      *height = fieldAt("/axes/x/survey/screw_line/1/up_mm");
    if (screwLine.is_object())
        for (const auto &[id, row] : screwLine.items()) {
            if (!row.is_object() || !row.contains("at_mm") || !row.contains("up_mm")) continue;
            const auto at = knownOf(row["at_mm"], *place), up = knownOf(row["up_mm"], *height);
            if (at.known() && up.known()) m_line.emplace_back(at.v, up.v);
        }
    std::sort(m_line.begin(), m_line.end());
    const bool deep = !m.playAlong.empty() || m_line.size() > 1;
    setFixedHeight(deep ? 66 : 24);
    setVisible(deep || !map.zones.empty() || map.usedFrom == map.usedFrom);
    setAccessibleName(u"The travel: "_s + text(map.sentence));
    QWidget::update();
}
void TravelMap::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto [left, right] = m_chart->travelPixels();
    if (right > left + 20) paintTravelMap(p, rect(), left, right, m_model, m_mapped, m_line);
}

AsFoundPage::AsFoundPage(Session *session, QWidget *parent) : StationPage(session, StationId::AsFound, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(14, 10, 0, 6);
    h->setSpacing(12);
    auto *left = new QVBoxLayout;
    left->setSpacing(4);
    left->addWidget(makeHeadline());
    m_mapWords = makeLabel({}, 13, Ink::Value, false, true, this);
    m_mapWords->setObjectName(u"mapWords"_s);
    left->addWidget(m_mapWords);
    m_chart = new PullChart(this);
    left->addWidget(m_chart, 3);
    m_map = new TravelMap(m_chart, this);
    left->addWidget(m_map);
    auto *pullRow = new QHBoxLayout;
    pullRow->setSpacing(14);
    auto *way = addField(u"survey/pull/way"_s, u"How it was pulled"_s);
    way->setFixedWidth(lettered(200));
    pullRow->addWidget(way);
    m_rimHost = new QWidget(this);
    auto *rim = new QHBoxLayout(m_rimHost);
    rim->setContentsMargins(0, 0, 0, 0);
    rim->setSpacing(14);
    for (const auto &f : {u"survey/pull/rim_radius_mm"_s, u"survey/pull/travel_per_turn_mm"_s,
                          u"survey/pull/efficiency"_s, u"survey/pull/no_load_drag_Nm"_s})
        rim->addWidget(addValue(f, {}, u"measured"_s, m_rimHost));
    pullRow->addWidget(m_rimHost, 1);
    auto *add = makeLink(u"Add a place (Insert)"_s, this);
    add->setObjectName(u"addPlace"_s);
    connect(add, &QPushButton::clicked, this, [this] { addPlace(-1, -1); });
    m_placesShown = new RowSlice(40, u"places"_s, this);
    connect(m_placesShown, &RowSlice::moved, this, [this] { refresh(); });
    pullRow->addStretch(1);
    pullRow->addWidget(m_placesShown);
    pullRow->addWidget(add);
    left->addLayout(pullRow);
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFixedHeight(150);
    m_readingsHost = new QWidget(scroll);
    m_readings = new QGridLayout(m_readingsHost);
    m_readings->setContentsMargins(0, 0, 0, 0);
    m_readings->setHorizontalSpacing(10);
    m_readings->setVerticalSpacing(2);
    scroll->setWidget(m_readingsHost);
    left->addWidget(scroll);
    left->addWidget(makeRule(this));
    m_lostAfter = makeLabel({}, 15, Ink::Value, true);
    left->addLayout(sectionHead(u"Lost on turning back"_s, m_lostAfter));
    m_lostBar = new LostBar(this);
    m_lostBar->setToolTip(u"A click opens the card with the four readings"_s);
    connect(m_lostBar, &LostBar::asked, this, [this] { goTo(u"lost_motion"_s); });
    left->addWidget(m_lostBar);
    auto *mends = fieldsRow({addValue(u"survey/lost_motion/after_thrust_mm"_s, {}, u"assumed"_s),
                             addValue(u"survey/lost_motion/after_slot_mm"_s, {}, u"assumed"_s),
                             addValue(u"survey/lost_motion/after_thread_mm"_s, {}, u"assumed"_s)});
    m_lost = makeLabel({}, 13, Ink::Label, false, true);
    mends->insertWidget(0, m_lost, 1);
    left->addLayout(mends);
    h->addLayout(left, 1);

    auto *rightScroll = new QScrollArea(this);
    rightScroll->setWidgetResizable(true);
    rightScroll->setFixedWidth(lettered(400));
    rightScroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *right = new QWidget(rightScroll);
    auto *rv = new QVBoxLayout(right);
    rv->setContentsMargins(14, 6, 14, 8);
    rv->setSpacing(5);
    m_nextHost = new QWidget(right);
    auto *nv = new QVBoxLayout(m_nextHost);
    nv->setContentsMargins(0, 0, 0, 0);
    nv->setSpacing(4);
    m_nextTitle = makeLabel({}, 18, Ink::Value, true, false, m_nextHost);
    m_nextTitle->setObjectName(u"nextTitle"_s);
    nv->addLayout(sectionHead(u"Measure next"_s, m_nextTitle));
    m_nextFirst = makeLabel({}, 13, Ink::Touch, true, true, m_nextHost);
    m_nextFirst->setObjectName(u"nextFirst"_s);
    nv->addWidget(m_nextFirst);
    m_next = new MeasureNext(m_nextHost);
    nv->addWidget(m_next);
    nv->addWidget(makeRule(m_nextHost));
    rv->addWidget(m_nextHost);
    m_count = makeLabel({}, 15, Ink::Value, true);
    rv->addLayout(sectionHead(u"Measured"_s, m_count));
    m_travel = addValue(u"travel_mm"_s, {}, u"measured"_s);
    rv->addLayout(fieldsRow({addField(u"what"_s), m_travel}));
    m_slope = addValue(u"incline_deg"_s, {}, u"measured"_s);
    rv->addLayout(fieldsRow({addField(u"way"_s), addField(u"orientation"_s), m_slope}));
    rv->addLayout(fieldsRow({addValue(u"used_from_mm"_s), addValue(u"used_to_mm"_s)}));
    rv->addWidget(makeRule());
    m_health = makeLabel({}, 15, Ink::Value, true, true, right);
    m_health->setObjectName(u"health"_s);
    rv->addWidget(m_health);
    m_repairs = makeLabel({}, 13, Ink::Label, false, true, right);
    m_repairs->setObjectName(u"repairs"_s);
    rv->addWidget(m_repairs);
    rv->addWidget(makeLabel(u"Cards: Enter opens one, F1 explains an entry"_s, 13, Ink::Faint, false, false, right));
    m_cards = new SurveyList(
        session,
        [this](const QString &relative, QWidget *host, const QString &label) {
            auto *f = addField(relative, label, host);
            f->setPointer(absolute(relative));
            if (auto *value = qobject_cast<ValueEntry *>(f)) {
                value->setStanding(u"measured"_s);
                value->setLive(true);
            }
            dress(f);
            return f;
        },
        [this](FieldWidget *f) { dropField(f); }, right);
    connect(m_cards, &SurveyList::openedChanged, this, [this, rightScroll] {
        showPieces();
        const auto open = m_cards->opened();
        if (auto *head =
                open ? m_cards->head(*open) : nullptr) // the card, not only its head; once it has been laid out
            QTimer::singleShot(0, head, [head, rightScroll] {
                rightScroll->verticalScrollBar()->setValue(head->mapTo(rightScroll->widget(), QPoint()).y() - 40);
            });
    });
    connect(m_cards, &SurveyList::said, this, &StationPage::said);
    rv->addWidget(m_cards);
    m_massHost = new QWidget(right);
    m_masses = new QGridLayout(m_massHost);
    m_masses->setContentsMargins(0, 0, 0, 0);
    m_masses->setHorizontalSpacing(14);
    m_masses->setVerticalSpacing(0);
    m_addMass = makeLink(u"Add a piece"_s, right);
    m_addMass->setObjectName(u"addMass"_s);
    connect(m_addMass, &QPushButton::clicked, this, &AsFoundPage::addMass);
    m_cards->takeRows(m_massHost);
    m_cards->takeRows(m_addMass);
    m_caution =
        makeLabel(u"Prop the head before the nut comes off: it drops. Lifting rules where you live come first."_s, 13,
                  Ink::Value, false, true, right);
    rv->addWidget(m_caution);
    rv->addWidget(makeRule());
    m_ledger = new Ledger(session, StationId::AsFound, right);
    m_ledger->growWithCards();
    connect(m_ledger, &Ledger::chosen, this, [this](const Finding &) { refresh(); });
    connect(m_ledger, &Ledger::mendAsked, this, &StationPage::mendAsked);
    rv->addWidget(m_ledger);
    rv->addStretch(1);
    rightScroll->setWidget(right);
    h->addWidget(rightScroll);

    connect(m_chart, &PullChart::dragged, this, [this](const QString &id, bool away, double force) {
        m_session->typeInto(absolute(u"survey/pull/readings/%1/%2"_s.arg(id, away ? u"away_N"_s : u"back_N"_s)),
                            u"%1N"_s.arg(force), u"measured"_s);
    });
    connect(m_chart, &PullChart::placeAsked, this, &AsFoundPage::addPlace);
}

void AsFoundPage::addPlace(double place, double force) {
    const auto rows = m_session->at(absolute(u"survey/pull/readings"_s).toStdString());
    const auto ids = idsOf(rows);
    const std::string id = nextId(ids);
    const auto &m = proved().model;
    const double travel = m.travel.known() ? m.travel.v : 0.3;
    if (place < 0) { // next place along, in quarters of the travel
        place = 0;
        for (const auto &r : m.readings)
            place = std::max(place, r.at.value() + travel / 4);
        if (m.readings.empty()) place = 0;
        place = std::min(place, travel);
    }
    const std::string at = QString::number(std::round(place * 1e3)).toStdString() + "mm";
    nlohmann::json row = {{"at_mm", {{"typed", at}, {"standing", "measured"}}}};
    if (force > 0) {
        const std::string f = QString::number(force).toStdString() + "N";
        row["away_N"] = {{"typed", f}, {"standing", "measured"}};
        row["back_N"] = row["away_N"];
    }
    m_placesShown->reach(id);
    m_session->apply({{{absolute(u"survey/pull/readings/"_s).toStdString() + id, row}},
                      u"place %1 added"_s.arg(QString::fromStdString(at))});
    for (auto *f : m_readingFields)
        if (f->pointer().endsWith(QString::fromStdString(id) + u"/away_N"_s)) f->setFocus();
}

void AsFoundPage::addMass() {
    const auto ids = idsOf(m_session->at(absolute(u"survey/moving_mass"_s).toStdString()));
    const std::string id = nextId(ids);
    const std::string name = ids.empty() ? (proved().model.what.empty() ? "slide" : proved().model.what) : "work";
    m_session->apply({{{absolute(u"survey/moving_mass/"_s).toStdString() + id, {{"name", name}}}}, u"piece added"_s});
    for (auto *f : m_massFields)
        if (f->pointer().endsWith(QString::fromStdString(id) + u"/mass_kg"_s)) f->setFocus();
}

void AsFoundPage::rebuildReadings(const std::vector<std::string> &ids) {
    for (auto *f : m_readingFields)
        dropField(f);
    m_readingFields.clear();
    while (auto *item = m_readings->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    int column = 0;
    for (const auto &id : ids) {
        const QString base = u"survey/pull/readings/"_s + QString::fromStdString(id) + u"/"_s;
        const std::pair<QString, QString> rows[] = {
            {u"at_mm"_s, u"Place"_s}, {u"away_N"_s, u"away"_s}, {u"back_N"_s, u"back"_s}};
        for (int r = 0; r < 3; ++r) {
            auto *v = addValue(base + rows[r].first, rows[r].second, u"measured"_s, m_readingsHost);
            v->setMinimumWidth(58);
            v->setMaximumWidth(130);
            v->setLive(true);
            m_readings->addWidget(v, r, column);
            v->show();
            m_readingFields.push_back(v);
        }
        ++column;
    }
    if (ids.empty()) {
        m_readings->addWidget(
            makeLabel(
                u"Nut off, gib as in use, oiled. Stroke it a few times. Hook a spring scale square in the end of "
                u"the slide, pull slow, read while it moves. Five places, both ways: ten minutes. Press Insert for "
                u"the first place."_s,
                15, Ink::Label, false, true),
            0, 0);
    } else {
        m_readings->setColumnStretch(column, 1);
    }
    // Tab goes along the places, away first, then back.
    for (std::size_t k = 0; k + 1 < m_readingFields.size(); ++k)
        setTabOrder(m_readingFields[k], m_readingFields[k + 1]);
}

bool AsFoundPage::bySize(const std::string &id) const {
    const std::string place = absolute(u"survey/moving_mass/"_s).toStdString() + id;
    return m_session->typedAt(place + "/mass_kg").isEmpty();
}

void AsFoundPage::rebuildMasses(const std::vector<std::string> &ids) {
    for (auto *f : m_massFields)
        dropField(f);
    m_massFields.clear();
    while (auto *item = m_masses->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    int row = 0;
    for (const auto &id : ids) {
        const QString base = u"survey/moving_mass/"_s + QString::fromStdString(id) + u"/"_s;
        auto *name = addField(base + u"name"_s, u"Piece"_s, m_massHost);
        auto *mass = addValue(base + u"mass_kg"_s, u"Mass"_s, u"measured"_s, m_massHost);
        m_masses->addWidget(name, row, 0);
        m_masses->addWidget(mass, row, 1);
        auto *drop = makeLink(u"×"_s, m_massHost);
        drop->setAccessibleName(u"Take this piece away"_s);
        connect(drop, &QPushButton::clicked, this, [this, base] {
            m_session->apply({{{absolute(base.chopped(1)).toStdString(), nullptr}}, u"piece taken away"_s});
        });
        m_masses->addWidget(drop, row, 2);
        for (QWidget *w : std::initializer_list<QWidget *>{name, mass, drop})
            w->show();
        m_massFields.push_back(name);
        m_massFields.push_back(mass);
        ++row;
        if (!bySize(id)) continue;
        // not weighed: the kind of casting and its outside sizes
        auto *kind = addField(base + u"kind"_s, {}, m_massHost);
        m_masses->addWidget(kind, row, 0);
        m_massFields.push_back(kind);
        auto *sizes = new QWidget(m_massHost);
        auto *line = new QHBoxLayout(sizes);
        line->setContentsMargins(0, 0, 0, 0);
        line->setSpacing(6);
        for (const auto &key : {u"length_mm"_s, u"width_mm"_s, u"height_mm"_s}) {
            auto *v = addValue(base + key, {}, u"measured"_s, sizes);
            v->setMinimumWidth(50);
            line->addWidget(v);
            m_massFields.push_back(v);
        }
        m_masses->addWidget(sizes, row, 1, 1, 2);
        kind->show();
        sizes->show();
        ++row;
    }
    if (ids.empty())
        m_masses->addWidget(makeLabel(u"Weigh it: one end on the scale, packing under the other; swap; add."_s, 13,
                                      Ink::Label, false, true),
                            0, 0);
}

void AsFoundPage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    const auto readings = m_session->at(absolute(u"survey/pull/readings"_s).toStdString());
    const auto ids = m_placesShown->of(idsOf(readings));
    const auto massIds = idsOf(m_session->at(absolute(u"survey/moving_mass"_s).toStdString()));
    if (ids != m_readingIds || m_builtFor != m_axis) {
        m_readingIds = ids;
        rebuildReadings(ids);
    }
    auto shownPieces = massIds;
    for (auto &id : shownPieces)
        if (bySize(id)) id += "+";
    // not under the hand that is typing a mass: its row would go
    const bool typing = massIds.size() == m_massIds.size() && m_massHost->isAncestorOf(QApplication::focusWidget());
    if ((shownPieces != m_massIds && !typing) || m_builtFor != m_axis) {
        m_massIds = shownPieces;
        rebuildMasses(massIds);
    }
    m_builtFor = m_axis;
    setHeadline(stationVerdict(StationId::AsFound, m, p.evaluation),
                text(headline(StationId::AsFound, m, p.evaluation)),
                m.tightLoose == m.tightLoose ? text(timesText(m.tightLoose)) : QString());
    m_chart->refresh(p, readings);
    m_rimHost->setVisible(!m.pullDirect);
    m_caution->setVisible(m.vertical);
    m_slope->setVisible(m_session->at(absolute(u"orientation"_s).toStdString()) == "slanted");
    m_count->setText(u"%1 of 7"_s.arg(measuredOfSeven(m_session->project(), m_axis)));
    m_cards->refresh(m_axis, p);
    showPieces();
    const auto map = surveyMap(m_session->project(), m);
    m_mapWords->setText(text(map.sentence));
    m_mapWords->setVisible(!map.sentence.empty());
    m_map->refresh(m, map, m_session->at(absolute(u"survey/screw_line"_s).toStdString()));
    const auto health = machineHealth(m_session->project(), m, p.evaluation);
    m_health->setText(text(health.sentence));
    QStringList repairs;
    for (const auto &problem : m.problems)
        repairs << text(problem);
    for (std::size_t k = 0; k < health.repairs.size() && k < 3; ++k)
        repairs << u"%1. %2"_s.arg(k + 1).arg(text(health.repairs[k]));
    m_repairs->setText(repairs.join(u'\n'));
    m_repairs->setVisible(!repairs.isEmpty());
    m_lostBar->refresh(p);
    m_next->refresh(p);
    const auto &plan = m_next->plan();
    m_nextHost->setVisible(plan.decides && !plan.all.empty());
    if (plan.decides && !plan.all.empty()) {
        const auto &first = plan.all.front();
        m_nextTitle->setText(u"%1 min"_s.arg(plan.minutes));
        m_nextFirst->setText(
            (first.makesVerdict ? u"First: %1, %2 min. %3 becomes %4, and a verdict."_s
                                : u"First: %1, %2 min. %3 becomes %4."_s)
                .arg(text(first.input->how))
                .arg(first.minutes)
                .arg(text(numberText(plan.decides->low, 3)) + u"–"_s + text(numberText(plan.decides->high, 3)) + u"×"_s,
                     text(numberText(first.bandLow, 3)) + u"–"_s + text(numberText(first.bandHigh, 3)) + u"×"_s));
    }
    m_lostAfter->setText(p.evaluation.state.lostMotion == p.evaluation.state.lostMotion
                             ? u"after the fixes "_s +
                                   text(withUnit(p.evaluation.state.lostMotion, Dimension::Length, "mm", 2))
                             : QString());
    const auto thread = m.lostThread.v;
    m_lost->setText(thread < -1e-9 ? u"The parts say more than the whole: measure again."_s
                                   : u"Nut thread, what is left: %1."_s.arg(
                                         text(withUnit(std::max(0.0, thread), Dimension::Length, "mm", 2))));
    if (m.cls) m_travel->setFallback(m.travel.v, u"usual for its class"_s);
    for (auto *f : findChildren<FieldWidget *>())
        dress(f);
    m_ledger->refresh(p);
}

/// The pieces that move stand under the list while their card is open.
void AsFoundPage::showPieces() {
    const bool weighing = m_cards->opened() == SurveyCardId::MovingMass;
    m_massHost->setVisible(weighing);
    m_addMass->setVisible(weighing);
}

/// What stands in while an entry is blank.
void AsFoundPage::dress(FieldWidget *f) {
    const QString &p = f->pointer();
    const auto &m = proved().model;
    if (auto *c = qobject_cast<ChoiceEntry *>(f)) {
        if (p.endsWith(u"pull/way"_s))
            c->setFallback(u"direct"_s);
        else if (p.endsWith(u"/way"_s))
            c->setFallback(u"iron_dovetail"_s);
        else if (p.endsWith(u"balance/kind"_s))
            c->setFallback(u"none"_s);
        else if (p.endsWith(u"lead/left_hand"_s))
            c->setFallback(u"no"_s);
        return;
    }
    auto *v = qobject_cast<ValueEntry *>(f);
    if (!v) return;
    if (m.cls && p.endsWith(u"lost_motion/total_mm"_s))
        v->setFallback(m.lostNow.v, m.playAlong.empty() ? u"as such machines come"_s : u"the most along the travel"_s);
    else if (m.cls && p.endsWith(u"survey/run_out_mm"_s))
        v->setFallback(m.runOut.v, m.rounds.empty() ? u"as such screws come"_s : u"from the shaft read round"_s);
    else if (p.endsWith(u"/mass_kg"_s) && p.contains(u"/moving_mass/"_s)) {
        const auto piece = pieceMass(m_session->project(), p.section(u'/', 0, -2).toStdString());
        if (piece.known()) v->setFallback(piece.v, u"by its size"_s);
    } else if (p.endsWith(u"handle/efficiency"_s))
        v->setFallback(0.30, u"a guess"_s);
    else if (p.endsWith(u"balance/progression"_s))
        v->setFallback(0.3, u"usual"_s);
    else if (p.endsWith(u"/incline_deg"_s))
        v->setFallback(pi / 2, u"until it is typed"_s);
    else if (p.endsWith(u"balance/temperature_C"_s))
        v->setFallback(20, u"as stamped"_s);
}

void AsFoundPage::goTo(const QString &card) {
    if (const auto *spec = surveyCardByCode(card.toStdString()); spec && m_cards->opened() != spec->id)
        m_cards->open(spec->id);
}
bool AsFoundPage::takeFile(const QString &path) {
    emit said(m_cards->readFile(path));
    return true;
}
void AsFoundPage::strikeCurrent() { m_cards->strikeRow(); }

QWidget *AsFoundPage::awaiting() const {
    return m_cards->opened() && m_cards->isAncestorOf(QApplication::focusWidget()) ? m_cards : nullptr;
}
bool AsFoundPage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_Insert) {
        const auto open = m_cards->opened();
        const bool inCards = m_cards->isAncestorOf(QApplication::focusWidget());
        if (inCards && open && !surveyCard(*open).table.list.empty())
            m_cards->addRow();
        else
            addPlace(-1, -1);
        return true;
    }
    if (e->key() == Qt::Key_Delete && e->modifiers() == Qt::NoModifier && m_cards->strikeRow()) return true;
    if (e->key() == Qt::Key_Delete && e->modifiers() == Qt::NoModifier)
        for (auto *f : m_readingFields)
            if (f->isAncestorOf(QApplication::focusWidget()) || f == QApplication::focusWidget()) {
                const QString p = f->pointer();
                const QString row = p.left(p.lastIndexOf(u'/'));
                m_session->apply({{{row.toStdString(), nullptr}}, u"place struck out"_s});
                return true;
            }
    return false;
}

} // namespace lw
