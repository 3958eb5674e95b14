#include "app/stations/duty/duty_page.h"
#include "app/window/flow_layout.h"
#include "app/window/files.h"
#include "duty/handwheel.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// Entries of each kind of block, in the order they are asked for; the first six stand beside the picture.
QStringList keysOf(const QString &kind, bool vertical) {
    const QStringList upright = vertical ? QStringList{u"direction"_s} : QStringList{};
    if (kind == u"milling"_s)
        return QStringList{u"cutter_mm"_s,         u"teeth"_s,       u"width_mm"_s,     u"depth_mm"_s,
                           u"feed_per_tooth_mm"_s, u"spindle_rpm"_s, u"length_mm"_s,    u"mode"_s,
                           u"edge_angle_deg"_s,    u"wear_factor"_s, u"speed_factor"_s, u"rake_deg"_s} +
               upright;
    if (kind == u"drilling"_s)
        return QStringList{u"drill_mm"_s,        u"feed_per_turn_mm"_s, u"spindle_rpm"_s,   u"length_mm"_s,
                           u"point_angle_deg"_s, u"thrust_factor"_s,    u"torque_factor"_s, u"wear_factor"_s} +
               upright;
    if (kind == u"turning"_s || kind == u"facing"_s)
        return {u"diameter_mm"_s, u"depth_mm"_s,       u"feed_per_turn_mm"_s, u"spindle_rpm"_s,  u"length_mm"_s,
                u"role"_s,        u"edge_angle_deg"_s, u"wear_factor"_s,      u"speed_factor"_s, u"rake_deg"_s};
    if (kind == u"parting"_s)
        return {u"diameter_mm"_s, u"width_mm"_s,    u"feed_per_turn_mm"_s, u"spindle_rpm"_s, u"length_mm"_s,
                u"role"_s,        u"wear_factor"_s, u"speed_factor"_s,     u"rake_deg"_s};
    if (kind == u"threading"_s)
        return {u"pitch_mm"_s, u"starts"_s, u"passes"_s, u"spindle_rpm"_s, u"length_mm"_s, u"free_mm"_s, u"settle_s"_s};
    if (kind == u"tapping"_s)
        return QStringList{u"diameter_mm"_s, u"pitch_mm"_s, u"spindle_rpm"_s, u"length_mm"_s, u"force_N"_s} + upright;
    if (kind == u"grinding"_s)
        return {u"depth_mm"_s,     u"width_mm"_s,  u"feed_mm_min"_s, u"wheel_speed_m_s"_s,
                u"energy_J_mm3"_s, u"length_mm"_s, u"role"_s};
    if (kind == u"rapid"_s) return QStringList{u"length_mm"_s, u"speed_mm_min"_s} + upright;
    if (kind == u"stand"_s) return {u"time_s"_s, u"held_by"_s};
    return QStringList{u"force_N"_s, u"feed_mm_min"_s, u"length_mm"_s} + upright;
}
bool hasMaterial(const QString &kind) {
    return kind != u"grinding"_s && kind != u"force"_s && kind != u"rapid"_s && kind != u"stand"_s;
}
QString nameOf(const QString &kind) {
    static const QHash<QString, QString> names{{u"milling"_s, u"Milling"_s}, {u"drilling"_s, u"Drilling"_s},
                                               {u"turning"_s, u"Turning"_s}, {u"grinding"_s, u"Grinding"_s},
                                               {u"rapid"_s, u"Rapid"_s},     {u"stand"_s, u"Change the work"_s}};
    return names.value(kind, u"Cut"_s);
}
QString mmPerMin(double v) {
    return v == v ? text(shownNumber(v, Dimension::Speed, "mm/min", v * 60e3 >= 1000 ? 4 : 3)) : u"not known"_s;
}
QStringList moveHeads() {
    return {u"Move"_s,    u"length, %1"_s.arg(text(unitLabel(shownUnit("mm")))),
            u"feed"_s,    u"force, %1"_s.arg(text(unitLabel(shownUnit("N")))),
            u"time, s"_s, u"what it tells"_s};
}
QString keyOf(int n) { return QString(u"%1"_s).arg(n, 2, 10, QLatin1Char('0')); }
} // namespace

DutyPage::DutyPage(Session *session, QWidget *parent) : StationPage(session, StationId::Duty, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(14, 10, 0, 6);
    h->setSpacing(12);
    auto *left = new QVBoxLayout;
    left->setSpacing(5);
    buildLeft(left);
    h->addLayout(left, 1);
    auto *scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFixedWidth(lettered(424));
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *right = new QWidget(scroll);
    auto *v = new QVBoxLayout(right);
    v->setContentsMargins(16, 8, 16, 8);
    v->setSpacing(6);
    buildRight(v);
    scroll->setWidget(right);
    h->addWidget(scroll);
}

void DutyPage::buildLeft(QVBoxLayout *left) {
    left->addWidget(makeHeadline());
    m_cycle = new CycleView(this);
    left->addWidget(m_cycle, 3);
    connect(m_cycle, &CycleView::chosen, this, &DutyPage::choose);
    connect(m_cycle, &CycleView::moved, this, [this](int from, int to) { shiftBlock(from, to > from ? to - 1 : to); });
    connect(m_cycle, &CycleView::stretched, this, [this](int block, double share) {
        const auto &move = proved().model.moves[std::size_t(block)];
        const bool stands = move.kind == MoveKind::Stand;
        const Known &now = stands ? move.time : move.length;
        if (!now.known()) return;
        if (!(m_stretchStart == m_stretchStart)) m_stretchStart = now.v;
        const QString base = absolute(u"duty/moves/"_s + QString::fromStdString(move.id)) + u"/"_s;
        if (stands)
            m_session->typeInto(base + u"time_s"_s,
                                text(numberText(std::max(0.1, m_stretchStart * share), 3)) + u"s"_s);
        else
            m_session->typeInto(base + u"length_mm"_s,
                                QString::number(std::max(0.5, std::round(m_stretchStart * share * 1e3))) + u"mm"_s);
    });
    connect(m_cycle, &CycleView::stretchEnded, this, [this] { m_stretchStart = notKnown; });
    connect(m_cycle, &CycleView::forced, this, [this](int block, double force) {
        const auto &move = proved().model.moves[std::size_t(block)];
        m_session->typeInto(absolute(u"duty/moves/"_s + QString::fromStdString(move.id)) + u"/force_N"_s,
                            QString::number(std::round(force / 5) * 5) + u"N"_s);
    });
    auto *tabs = new QHBoxLayout;
    tabs->setSpacing(2);
    m_panels = new QButtonGroup(this);
    m_stack = new QStackedWidget(this);
    int n = 0;
    for (const auto &name :
         {u"Moves"_s, u"Targets and spindle"_s, u"Every case"_s, u"Part program"_s, u"Handwheel"_s}) {
        auto *b = makeButton(name, u"dutyPanel_%1"_s.arg(n), this);
        b->setCheckable(true);
        b->setChecked(n == 0);
        b->setProperty("quiet", true);
        m_panels->addButton(b, n++);
        tabs->addWidget(b);
    }
    tabs->addStretch(1);
    left->addLayout(tabs);
    connect(m_panels, &QButtonGroup::idClicked, m_stack, &QStackedWidget::setCurrentIndex);
    connect(m_stack, &QStackedWidget::currentChanged, this,
            [this, left](int panel) { // a program has more to show than the cycle then
                left->setStretchFactor(m_cycle, panel == Program ? 2 : 3);
                left->setStretchFactor(m_stack, panel == Program ? 3 : 2);
            });

    auto *moves = new QWidget(m_stack);
    auto *mv = new QVBoxLayout(moves);
    mv->setContentsMargins(0, 0, 0, 0);
    mv->setSpacing(3);
    m_movesModel = new CellsModel(moveHeads(), this);
    m_moves = new CellsView(m_movesModel, moves);
    m_moves->setObjectName(u"movesTable"_s);
    m_moves->setAccessibleName(u"Moves of the cycle"_s);
    m_moves->setWidths({0, 88, 76, 76, 70, 178});
    mv->addWidget(m_moves, 1);
    connect(m_moves, &CellsView::currentIdChanged, this, [this](const QString &id) {
        if (m_filling || id.isEmpty()) return;
        choose(id.toInt());
    });
    auto *links = new FlowLayout(6);
    for (const auto &[words, name, kind] : {std::tuple{u"Add a cut (Insert)"_s, u"addMilling"_s, QString()},
                                            {u"a drill"_s, u"addDrilling"_s, u"drilling"_s},
                                            {u"a rapid"_s, u"addRapid"_s, u"rapid"_s},
                                            {u"a stand"_s, u"addStand"_s, u"stand"_s},
                                            {u"a force I know"_s, u"addForce"_s, u"force"_s}}) {
        auto *b = makeLink(words, moves);
        b->setObjectName(name);
        connect(b, &QPushButton::clicked, this, [this, kind] { addBlock(kind.isEmpty() ? usualKind() : kind); });
        links->addWidget(b);
    }
    m_warn = makeLabel({}, 13, Ink::Value, false, false, moves);
    m_warn->setObjectName(u"dutyWarn"_s);
    links->addWidget(m_warn);
    mv->addLayout(links);
    m_stack->addWidget(moves);

    auto *targets = new QWidget(m_stack);
    auto *grid = new QGridLayout(targets);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(2);
    m_rapid = addValue(u"targets/rapid_mm_min"_s, {}, u"stated"_s, targets);
    m_accel = addValue(u"targets/acceleration_m_s2"_s, {}, u"stated"_s, targets);
    m_lost = addValue(u"targets/lost_motion_mm"_s, {}, u"stated"_s, targets);
    m_repeat = addValue(u"targets/repeatability_mm"_s, {}, u"stated"_s, targets);
    int c = 0;
    for (auto *w : {m_rapid, m_accel, m_lost, m_repeat})
        grid->addWidget(w, 0, c++);
    m_slow = addValue(u"targets/deceleration_m_s2"_s, {}, u"stated"_s, targets);
    auto *jerk = addValue(u"targets/jerk_m_s3"_s, {}, u"stated"_s, targets);
    m_step = addValue(u"targets/resolution_mm"_s, {}, u"stated"_s, targets);
    grid->addWidget(m_step, 1, 0);
    grid->addWidget(m_slow, 1, 1);
    grid->addWidget(jerk, 1, 2);
    m_targetsSay = makeLabel({}, 13, Ink::Value, false, true, targets);
    m_targetsSay->setObjectName(u"targetsSay"_s);
    grid->addWidget(m_targetsSay, 2, 0, 1, 4);
    grid->addWidget(makeLabel(u"The spindle, which caps every cut"_s, 15, Ink::Value, true, false, targets), 3, 0, 1,
                    4);
    c = 0;
    for (const auto &f :
         {u"/spindle/power_W"_s, u"/spindle/drive_efficiency"_s, u"/spindle/torque_max_Nm"_s, u"/cold_day_factor"_s}) {
        auto *v = addValue(f, {}, u"stated"_s, targets);
        if (f.endsWith(u"efficiency"_s)) v->setFallback(0.85, u"belt and bearings"_s);
        if (f.endsWith(u"factor"_s)) v->setFallback(1.3, u"heated shop"_s);
        grid->addWidget(v, 4, c++);
    }
    grid->setRowStretch(5, 1);
    m_stack->addWidget(targets);

    auto *cases = new QWidget(m_stack);
    auto *cv = new QVBoxLayout(cases);
    cv->setContentsMargins(0, 0, 0, 0);
    m_casesSay = makeLabel({}, 15, Ink::Value, true, true, cases);
    m_casesSay->setObjectName(u"casesSay"_s);
    cv->addWidget(m_casesSay);
    m_casesModel = new CellsModel(
        {u"Case"_s, u"motor, rpm"_s, u"asks, N·m"_s, u"counted on, N·m"_s, u"share"_s, u"power, W"_s}, this);
    m_cases = new CellsView(m_casesModel, cases);
    m_cases->setObjectName(u"casesTable"_s);
    m_cases->setAccessibleName(u"Every case of the demand, at the motor"_s);
    m_cases->setWidths({0, 92, 92, 122, 76, 84});
    cv->addWidget(m_cases, 1);
    m_stack->addWidget(cases);

    m_program = new ProgramPanel(m_session, m_stack);
    connect(m_program, &ProgramPanel::said, this, &StationPage::said);
    auto *programScroll = new QScrollArea(m_stack);
    programScroll->setWidgetResizable(true);
    programScroll->setFrameShape(QFrame::NoFrame);
    programScroll->setWidget(m_program);
    m_stack->addWidget(programScroll);

    auto *wheel = new QWidget(m_stack);
    auto *wv = new QVBoxLayout(wheel);
    wv->setContentsMargins(0, 0, 0, 0);
    auto *wf = new QHBoxLayout;
    wf->setSpacing(16);
    auto *turn = addValue(u"/handwheel/mm_per_turn"_s, {}, u"stated"_s, wheel);
    auto *clicks = addValue(u"/handwheel/detents"_s, {}, u"stated"_s, wheel);
    turn->setFallback(1e-3, u"a usual wheel"_s);
    clicks->setFallback(100, u"a usual wheel"_s);
    wf->addWidget(turn);
    wf->addWidget(clicks);
    wf->addStretch(1);
    wv->addLayout(wf);
    m_wheelSay = makeLabel({}, 15, Ink::Value, false, true, wheel);
    m_wheelSay->setObjectName(u"wheelSay"_s);
    wv->addWidget(m_wheelSay);
    wv->addStretch(1);
    m_stack->addWidget(wheel);
    m_stack->setMinimumHeight(190);
    left->addWidget(m_stack, 2);
}

void DutyPage::buildRight(QVBoxLayout *v) {
    QWidget *host = v->parentWidget();
    auto *top = new QHBoxLayout;
    m_cutTitle = makeLabel({}, 18, Ink::Value, true, true, host);
    m_cutFigure = makeLabel({}, 22, Ink::Value, true, false, host);
    m_cutFigure->setObjectName(u"cutFigure"_s);
    top->addWidget(m_cutTitle, 1);
    top->addWidget(m_cutFigure, 0, Qt::AlignTop);
    v->addLayout(top);
    m_cutWords = makeLabel({}, 13, Ink::Label, false, true, host);
    m_cutWords->setObjectName(u"cutWords"_s);
    v->addWidget(m_cutWords);
    m_cut = new CutView(host);
    m_cut->setObjectName(u"cutView"_s);
    const auto mm = [](double v1) { return text(numberText(v1 * 1e3, 4)) + u"mm"_s; };
    connect(m_cut, &CutView::widthDragged, this,
            [this, mm](double v1) { m_session->typeInto(row(u"width_mm"_s), mm(v1)); });
    connect(m_cut, &CutView::depthDragged, this,
            [this, mm](double v1) { m_session->typeInto(row(u"depth_mm"_s), mm(v1)); });
    m_fieldsHost = new QWidget(host);
    m_fieldsGrid = new QGridLayout(m_fieldsHost);
    m_fieldsGrid->setContentsMargins(0, 0, 0, 0);
    m_fieldsGrid->setHorizontalSpacing(14);
    m_fieldsGrid->setVerticalSpacing(2);
    for (int c = 0; c < 4; ++c)
        m_fieldsGrid->setColumnStretch(c, 1);
    v->addWidget(m_fieldsHost);
    m_drop = makeLink(u"Take this block away (Delete)"_s, host);
    m_drop->setObjectName(u"dropCut"_s);
    connect(m_drop, &QPushButton::clicked, this, &DutyPage::removeBlock);
    v->addWidget(m_drop, 0, Qt::AlignLeft);
    v->addWidget(makeRule(host));
    m_metalsHead = makeLabel(u"Same cut, other metal"_s, 15, Ink::Value, true, false, host);
    v->addWidget(m_metalsHead);
    m_metals = new MetalBars(host);
    m_metals->setToolTip(u"Bar: force along the axis, N. Line: what tables differ by. A click takes that metal."_s);
    connect(m_metals, &MetalBars::chosen, this,
            [this](const QString &code) { m_session->setText(row(u"material"_s), code, u"material"_s); });
    v->addWidget(m_metals);
    m_ledger = new Ledger(m_session, StationId::Duty, host);
    m_ledger->growWithCards();
    connect(m_ledger, &Ledger::chosen, this, [this](const Finding &f) {
        const auto &moves = proved().model.moves;
        for (std::size_t k = 0; k < moves.size(); ++k)
            if (f.subject.cut >= 0 && moves[k].cut == f.subject.cut) choose(int(k));
    });
    connect(m_ledger, &Ledger::mendAsked, this, &StationPage::mendAsked);
    v->addWidget(m_ledger);
    v->addStretch(1);
}

QString DutyPage::row(const QString &key) const { return absolute(u"duty/moves/"_s + m_builtId + u"/"_s + key); }
QString DutyPage::usualKind() const {
    const auto cls = QString::fromStdString(textAt(m_session->project(), "/class"));
    return cls.contains(u"lathe"_s) ? u"turning"_s : cls.contains(u"grinder"_s) ? u"grinding"_s : u"milling"_s;
}

std::vector<nlohmann::json> DutyPage::blocks() const {
    std::vector<nlohmann::json> out;
    const auto rows = m_session->at(absolute(u"duty/moves"_s).toStdString());
    if (rows.is_object())
        for (const auto &[id, r] : rows.items())
            out.push_back(r);
    return out;
}
void DutyPage::rewrite(const std::vector<nlohmann::json> &rows, const QString &words) {
    std::vector<std::string> keys;
    const std::string base = absolute(u"duty/moves/"_s).toStdString();
    const auto old = m_session->at(absolute(u"duty/moves"_s).toStdString());
    if (old.is_object())
        for (const auto &[id, r] : old.items())
            keys.push_back(id);
    std::vector<Patch> patches;
    for (int n = 1; keys.size() < rows.size(); ++n) // a free key of two digits: longer ones would sort into the middle
        if (const auto key = keyOf(n).toStdString(); std::find(keys.begin(), keys.end(), key) == keys.end())
            keys.push_back(key);
    std::sort(keys.begin(), keys.end());
    for (std::size_t k = 0; k < rows.size(); ++k)
        if (!old.is_object() || !old.contains(keys[k]) || old[keys[k]] != rows[k])
            patches.push_back({base + keys[k], rows[k]});
    for (std::size_t k = rows.size(); k < keys.size(); ++k)
        patches.push_back({base + keys[k], nullptr});
    if (!patches.empty()) m_session->apply({patches, words});
}

void DutyPage::addBlock(const QString &kind) {
    auto rows = blocks();
    if (rows.size() >= 99)
        return emit said(u"99 blocks are the most a cycle takes: join like ones, or read them as a part program."_s);
    nlohmann::json r = {{"kind", kind.toStdString()}, {"name", nameOf(kind).toStdString()}};
    if (kind == u"milling"_s) r["mode"] = "conventional";
    if (kind == u"stand"_s) r["time_s"] = {{"typed", "30s"}, {"standing", "assumed"}};
    // behind the block being looked at
    const std::size_t at = rows.empty() ? 0 : std::min(rows.size(), std::size_t(m_current) + 1);
    rows.insert(rows.begin() + std::ptrdiff_t(at), r);
    m_current = int(at);
    rewrite(rows, u"%1 added"_s.arg(nameOf(kind).toLower()));
    for (auto *f : m_fields)
        if (!f->pointer().endsWith(u"/name"_s) && !f->pointer().endsWith(u"/kind"_s)) {
            if (auto *v = qobject_cast<ValueEntry *>(f))
                v->line()->setFocus();
            else if (auto *c = qobject_cast<ChoiceEntry *>(f))
                c->box()->setFocus();
            break;
        }
}
void DutyPage::removeBlock() {
    auto rows = blocks();
    if (m_current >= int(rows.size())) return;
    rows.erase(rows.begin() + m_current);
    if (m_current > 0 && m_current >= int(rows.size())) --m_current;
    rewrite(rows, u"block taken away"_s);
}
void DutyPage::shiftBlock(int from, int to) {
    auto rows = blocks();
    if (from < 0 || to < 0 || from >= int(rows.size()) || to >= int(rows.size()) || from == to) return;
    auto moved = rows[std::size_t(from)];
    rows.erase(rows.begin() + from);
    rows.insert(rows.begin() + to, std::move(moved));
    m_current = to;
    rewrite(rows, u"block moved"_s);
}
void DutyPage::choose(int block) {
    if (block == m_current) return;
    m_current = block;
    refresh();
}
void DutyPage::goTo(const QString &panel) {
    bool number = false;
    const int n = panel.toInt(&number);
    if (!number || n < 0 || n >= m_stack->count()) return;
    m_panels->button(n)->setChecked(true);
    m_stack->setCurrentIndex(n);
}

bool DutyPage::takeFile(const QString &path) {
    goTo(QString::number(Program));
    m_program->readFile(path);
    return true;
}

void DutyPage::rebuildFields(const QString &id, const QString &kind) {
    for (auto *f : m_fields)
        dropField(f);
    m_fields.clear();
    m_builtId = id;
    m_builtKind = kind;
    while (auto *item = m_fieldsGrid->takeAt(0))
        delete item;
    m_fieldsHost->setVisible(!id.isEmpty());
    if (id.isEmpty()) return;
    const QString base = u"duty/moves/"_s + id + u"/"_s;
    const auto add = [&](const QString &key, int r, int c, int span) {
        auto *f = addField(base + key, {}, m_fieldsHost);
        if (auto *value = qobject_cast<ValueEntry *>(f)) {
            value->setLive(true);
            static const QHash<QString, std::pair<double, QString>> usual{
                {u"edge_angle_deg"_s, {pi / 2, u"square"_s}},
                {u"wear_factor"_s, {1.3, u"usual edge"_s}},
                {u"speed_factor"_s, {1, u"carbide"_s}},
                {u"point_angle_deg"_s, {118 * pi / 180, u"ordinary"_s}},
                {u"thrust_factor"_s, {1.2, u"plain point"_s}},
                {u"torque_factor"_s, {1.3, u"for sizing"_s}},
                {u"rake_deg"_s, {6 * pi / 180, u"the table's"_s}},
                {u"starts"_s, {1, u"one"_s}},
                {u"passes"_s, {10, u"usual"_s}},
                {u"settle_s"_s, {0.01, u"a stepper"_s}},
                {u"wheel_speed_m_s"_s, {28, u"usual"_s}},
                {u"energy_J_mm3"_s, {40, u"steel"_s}}};
            if (usual.contains(key)) value->setFallback(usual[key].first, usual[key].second);
            if (key == u"speed_mm_min"_s) value->setFallback(proved().model.rapid.v, u"the axis' own"_s);
        } else if (auto *choice = qobject_cast<ChoiceEntry *>(f)) {
            if (key == u"mode"_s) choice->setFallback(u"conventional"_s);
            if (key == u"held_by"_s) choice->setFallback(u"motor"_s);
            if (key == u"role"_s) choice->setFallback(u"feed"_s);
            if (key == u"direction"_s) choice->setFallback(kind == u"rapid"_s ? u"up"_s : u"down"_s);
        }
        m_fieldsGrid->addWidget(f, r, c, 1, span);
        f->show();
        m_fields.push_back(f);
    };
    add(u"name"_s, 0, 0, 2);
    add(u"kind"_s, 0, 2, 2);
    if (hasMaterial(kind)) add(u"material"_s, 1, 0, 4);
    const auto keys = keysOf(kind, proved().model.vertical);
    // beside the picture two columns, below it four; choices take two
    int r = 2, c = 2;
    const bool picture = kind != u"force"_s && kind != u"tapping"_s && kind != u"rapid"_s && kind != u"stand"_s;
    if (picture) m_fieldsGrid->addWidget(m_cut, 2, 0, 3, 2);
    m_cut->setProperty("placed", picture);
    if (!picture) c = 0;
    const auto isChoice = [&](const QString &key) {
        return fieldAt((absolute(base) + key).toStdString())->kind == FieldKind::Choice;
    };
    for (const auto &key : keys) {
        const int span = isChoice(key) || key.endsWith(u"_mm_min"_s) ? 2 : 1;
        if (c + span > 4) {
            ++r;
            c = picture && r < 5 ? 2 : 0;
        }
        add(key, r, c, span);
        c += span;
    }
    for (std::size_t k = 0; k + 1 < m_fields.size(); ++k)
        setTabOrder(m_fields[k], m_fields[k + 1]);
}

void DutyPage::showMoves(const ProvedAxis &p) {
    const auto &m = p.model;
    const auto &cycle = m_cycle->cycle();
    double heaviest = 0;
    for (const auto &b : cycle.blocks)
        if (m.moves[std::size_t(b.move)].kind == MoveKind::Cut && std::fabs(b.axial) > heaviest)
            heaviest = std::fabs(b.axial);
    std::vector<CellRow> rows;
    for (std::size_t k = 0; k < cycle.blocks.size(); ++k) {
        const auto &b = cycle.blocks[k];
        const auto &move = m.moves[std::size_t(b.move)];
        const Cut *cut = move.cut >= 0 ? &m.cuts[std::size_t(move.cut)] : nullptr;
        Verdict v = b.missing.empty() && (!cut || cut->problem.empty()) ? Verdict::Holds : Verdict::NotKnown;
        QString tells;
        const auto stationFinding = [&](int which) {
            for (const auto &f : p.evaluation.findings)
                if (f.subject.cut == which && f.check->station == StationId::Duty) v = std::min(v, f.verdict);
        };
        if (cut) {
            stationFinding(move.cut);
            if (!cut->problem.empty())
                tells = u"not known"_s;
            else if (cut->capped)
                tells = u"the spindle's most"_s;
            else if (std::fabs(b.axial) == heaviest && m.cuts.size() > 1)
                tells = u"heaviest"_s;
            else if (cut->chip == cut->chip)
                tells = u"chip %1"_s.arg(text(shownNumber(cut->chip, Dimension::Length, "mm", 2)));
            if (cut->runInNeeded == cut->runInNeeded)
                tells = cut->runInFree == cut->runInFree
                            ? u"run-in %1 of %2"_s.arg(text(valueText(cut->runInNeeded, Dimension::Length, "mm", 2)),
                                                       text(valueText(cut->runInFree, Dimension::Length, "mm", 2)))
                            : u"run-in %1"_s.arg(text(valueText(cut->runInNeeded, Dimension::Length, "mm", 2)));
        } else if (move.kind == MoveKind::Rapid) {
            tells = !b.missing.empty() ? QString()
                    : b.reaches        ? u"speeding up %1 s"_s.arg(text(numberText(b.ramp, 2)))
                                       : u"never at full speed"_s;
            if (b.missing.empty() && !b.reaches) v = Verdict::Watch;
        } else {
            tells = move.brakeHolds ? u"brake or screw holds"_s : m.vertical ? u"the motor holds"_s : u"stands, held"_s;
        }
        if (!b.missing.empty())
            tells = move.kind == MoveKind::Stand ? u"how long?"_s
                    : !move.length.known()       ? u"how far?"_s
                                                 : u"not known"_s;
        const bool on = int(k) == m_current;
        const bool assumed = move.assumed || (cut && cut->force.assumed());
        CellRow r;
        r.id = QString::number(k);
        Cell name{text(move.name)};
        name.bold = on;
        name.italic = move.assumed;
        if (move.kind != MoveKind::Stand || v != Verdict::Holds) name.mark = v;
        const auto right = [&](const QString &words, bool bold = false) {
            Cell cell{words};
            cell.right = true;
            cell.bold = bold;
            cell.italic = words.startsWith(u"≈"_s);
            return cell;
        };
        const auto shown = [&](const Known &v1, const QString &words) {
            return v1.known() ? (v1.assumed() ? u"≈ "_s : QString()) + words : QString();
        };
        r.cells = {name,
                   right(shown(move.length, text(shownNumber(move.length.v, Dimension::Length, "mm", 4)))),
                   right(move.kind == MoveKind::Stand ? QString() : mmPerMin(b.speed)),
                   right(b.axial == b.axial ? (assumed && cut ? u"≈ "_s : QString()) +
                                                  text(shownNumber(std::fabs(b.axial), Dimension::Force, "N", 3))
                                            : u"?"_s,
                         on || (cut && std::fabs(b.axial) == heaviest)),
                   right(b.time == b.time ? text(numberText(b.time, 3)) : u"?"_s),
                   right(tells)};
        r.cells[1].editable = !move.id.empty() && move.kind != MoveKind::Stand;
        r.tip = text(cut && !cut->problem.empty() ? cut->problem : b.missing);
        rows.push_back(std::move(r));
    }
    m_movesModel->setHeads(moveHeads());
    m_filling = true;
    m_movesModel->edited = [this](const QString &id, int column, const QString &typed) {
        const auto &moves = proved().model.moves;
        const auto k = std::size_t(id.toInt());
        if (column != 1 || k >= moves.size() || moves[k].id.empty()) return false;
        const QString problem =
            m_session->typeInto(absolute(u"duty/moves/"_s + QString::fromStdString(moves[k].id) + u"/length_mm"_s),
                                QString(typed).remove(u"≈ "_s));
        if (!problem.isEmpty()) emit said(problem);
        return problem.isEmpty();
    };
    m_movesModel->setRows(std::move(rows));
    m_moves->setCurrentId(QString::number(m_current));
    m_filling = false;
    m_rightText = cycle.total > 0 ? u"one cycle %1 s, repeated"_s.arg(text(numberText(cycle.total, 3))) : QString();
    emit rightTextChanged();
    QString warn;
    for (const auto &f : p.evaluation.findings)
        if (f.id == "P2"_check && f.verdict != Verdict::Holds && f.verdict != Verdict::NotKnown && f.subject.cut >= 0)
            warn = u"%1 rubs: 0.02 mm chip cuts clean"_s.arg(text(m.cuts[std::size_t(f.subject.cut)].name));
    m_warn->setText(warn);
}

void DutyPage::showCases(const ProvedAxis &p) {
    const auto cases = demandCases(p.model, p.evaluation.state);
    const auto share = [](const DemandCase &c) { return c.design > 0 ? std::fabs(c.torque) / c.design : notKnown; };
    const auto number = [](double v, int digits = 3) { return v == v ? text(numberText(v, digits)) : u"?"_s; };
    const DemandCase *worstShare = nullptr, *worstTorque = nullptr, *feeds = nullptr;
    for (const auto &c : cases) {
        if (share(c) == share(c) && (!worstShare || share(c) > share(*worstShare))) worstShare = &c;
        if (c.torque == c.torque && (!worstTorque || std::fabs(c.torque) > std::fabs(worstTorque->torque)))
            worstTorque = &c;
        if (c.power < -0.5 && (!feeds || c.power < feeds->power)) feeds = &c;
    }
    std::vector<CellRow> rows;
    for (std::size_t k = 0; k < cases.size(); ++k) {
        const auto &c = cases[k];
        const bool worst = &c == (worstShare ? worstShare : worstTorque);
        const auto right = [&](const QString &words) {
            Cell cell{words};
            cell.right = true;
            cell.bold = worst;
            return cell;
        };
        Cell name{text(c.name)};
        name.bold = worst;
        rows.push_back({QString::number(k),
                        {name, right(number(c.rpm)), right(number(c.torque)), right(number(c.design)),
                         right(share(c) == share(c) ? text(numberText(share(c) * 100, 2)) + u" %"_s : u"?"_s),
                         right(number(c.power, 2))}});
    }
    m_casesModel->setRows(std::move(rows));
    const auto &cycle = m_cycle->cycle();
    QString words;
    if (worstShare)
        words = u"Worst: %1, %2 of %3. "_s.arg(text(worstShare->name).toLower(),
                                               text(withUnit(std::fabs(worstShare->torque), Dimension::Torque, "Nm")),
                                               text(withUnit(worstShare->design, Dimension::Torque, "Nm")));
    else if (worstTorque)
        words = u"Worst: %1, %2 at the motor shaft; no motor chosen yet. "_s.arg(
            text(worstTorque->name).toLower(), text(withUnit(std::fabs(worstTorque->torque), Dimension::Torque, "Nm")));
    if (feeds)
        words += u"%1 feeds %2 back to the supply. "_s.arg(text(feeds->name),
                                                           text(withUnit(-feeds->power, Dimension::Power, "W", 2)));
    if (cycle.rmsTorque == cycle.rmsTorque && cycle.whole)
        words += u"RMS over the cycle %1: what a servo must give all day; a stepper draws its set current whatever is "
                 u"asked."_s.arg(text(withUnit(cycle.rmsTorque, Dimension::Torque, "Nm", 2)));
    m_casesSay->setText(words);
}

void DutyPage::showWheel(const ProvedAxis &p) {
    const auto &m = p.model;
    const auto turn = knownAt(m_session->project(), "/handwheel/mm_per_turn"),
               clicks = knownAt(m_session->project(), "/handwheel/detents");
    const double perTurn = turn.known() ? turn.v : 1e-3, detents = clicks.known() ? clicks.v : 100;
    const double step =
        p.evaluation.state.microstep == p.evaluation.state.microstep ? p.evaluation.state.microstep : notKnown;
    const auto feel = handwheelFeel(metres(perTurn), detents, fromSi<Speed>(m.rapid.v), metres(m.travel.v),
                                    metres(step == step ? step : 1e-6));
    if (!feel) return m_wheelSay->setText(text(sentence(feel.error())));
    QString words = u"%1 a click. The axis follows up to %2 turns a second, %3; from end to end %4 turns. "_s.arg(
        text(withUnit(feel->perDetent.value(), Dimension::Length, "mm", 2)), text(numberText(feel->fastestTurns, 2)),
        text(withUnit(m.rapid.v, Dimension::Speed, "mm/min")), text(numberText(feel->turnsForTravel, 3)));
    words +=
        feel->fastestTurns < 1
            ? u"That is slower than a hand turns: what is cranked beyond it should be dropped, not kept, or the "
              u"slide runs on after the hand has stopped. "_s
            : u"Faster than that, what is cranked should be dropped, not kept, or the slide runs on after the hand "
              u"has stopped. "_s;
    if (step == step)
        words += feel->stepsPerDetent < 1
                     ? u"A click is less than one step of the drive (%1): some clicks do nothing. "_s.arg(
                           text(withUnit(step, Dimension::Length, "mm", 2)))
                     : u"A click is %1 steps of the drive. "_s.arg(text(numberText(feel->stepsPerDetent, 2)));
    words += u"Its counter sees %1 edges a second then: counted by hardware, never polled."_s.arg(
        text(numberText(feel->edgesAtFastest, 2)));
    for (const auto &c : m.cuts)
        if ((c.kind == CutKind::Threading || c.kind == CutKind::Tapping) && c.feed == c.feed)
            words += u"\n%1 follows the spindle at %2%3."_s.arg(
                text(c.name), text(withUnit(c.feed, Dimension::Speed, "mm/min")),
                c.feed > 0.8 * m.rapid.v ? u": more than 0.8 of the rapid, a slower spindle keeps the pitch"_s
                                         : QString());
    m_wheelSay->setText(words);
}

void DutyPage::showCut(const ProvedAxis &p) {
    const auto &m = p.model;
    m_cut->setVisible(false);
    m_metals->setVisible(false);
    m_metalsHead->setVisible(false);
    if (m.moves.empty()) {
        rebuildFields({}, {});
        m_cutTitle->setText(u"No block yet"_s);
        m_cutFigure->clear();
        m_cutWords->setText(u"Insert adds a cut."_s);
        m_drop->setVisible(false);
        return;
    }
    const auto &move = m.moves[std::size_t(m_current)];
    const bool own = !move.id.empty();
    const QString id = QString::fromStdString(move.id);
    const QString kind =
        own ? text(textAt(m_session->project(), (absolute(u"duty/moves/"_s + id) + u"/kind"_s).toStdString(), "force"))
            : QString();
    if (id != m_builtId || kind != m_builtKind) rebuildFields(id, kind);
    m_drop->setVisible(own);
    m_cutTitle->setText(text(move.name));
    const auto &b = m_cycle->cycle().blocks[std::size_t(m_current)];
    if (move.cut < 0) {
        m_cutFigure->setText(b.axial == b.axial ? text(withUnit(std::fabs(b.axial), Dimension::Force, "N"))
                                                : QString());
        QString words = text(b.missing.empty() ? std::string() : move.name + ": " + b.missing + ".");
        if (!own)
            words = u"Nobody has typed a cycle: the usual one of such a machine stands in, an assumption. Insert adds "
                    u"the cut you mean to take."_s;
        else if (move.kind == MoveKind::Rapid && words.isEmpty())
            words = b.reaches ? u"Up to speed in %1 s and %2."_s.arg(
                                    text(numberText(b.ramp, 2)),
                                    text(withUnit(b.speed * b.ramp / 2, Dimension::Length, "mm", 2)))
                              : u"Too short to reach its speed: tops at %1."_s.arg(
                                    text(withUnit(b.speed, Dimension::Speed, "mm/min")));
        m_cutWords->setText(words);
        return;
    }
    const auto &c = m.cuts[std::size_t(move.cut)];
    m_cutFigure->setText(c.force.known() ? (c.force.assumed() ? u"≈ "_s : QString()) +
                                               text(withUnit(c.force.v, Dimension::Force, "N"))
                                         : u"not known"_s);
    QString words =
        !c.problem.empty() ? text(c.problem)
        : c.id == "class"
            ? u"No cut typed: the usual thrust of such a machine stands in, an assumption. Insert adds the cut you "
              u"mean to take."_s
            : QString();
    if (c.problem.empty() && c.kind == CutKind::Milling && c.tangential == c.tangential)
        words = u"At the tooth %1, chip %2."_s.arg(text(withUnit(c.tangential, Dimension::Force, "N")),
                                                   text(withUnit(c.chip, Dimension::Length, "mm", 2)));
    else if (c.problem.empty() && c.pressing > 0)
        words = u"Main force %1: it presses on the ways and rubs there."_s.arg(
            text(withUnit(c.tangential, Dimension::Force, "N")));
    if (c.problem.empty() && c.power == c.power && c.power > 0)
        words += u" %1 at the cutter."_s.arg(text(withUnit(c.power, Dimension::Power, "W")));
    if (c.kind == CutKind::Threading && c.problem.empty())
        if (const auto t = threadForces(c.thread))
            words += u" %1 deep in %2 passes, first %3, last %4."_s
                         .arg(text(withUnit(t->depth.value(), Dimension::Length, "mm")))
                         .arg(c.thread.passes)
                         .arg(text(withUnit(t->first.value(), Dimension::Length, "mm", 2)),
                              text(withUnit(t->lastInfeed.value(), Dimension::Length, "mm", 2)));
    if (c.kind == CutKind::Threading && c.problem.empty() && c.thread.passes > 1 &&
        c.thread.passes <= 24) { // pass by pass, to set the dial by
        QStringList depths;
        for (int k = 1; k <= c.thread.passes; ++k)
            depths << text(
                valueText(threadDepthAfter(c.thread.pitch, k, c.thread.passes).value(), Dimension::Length, "mm", 3));
        words += u" Depth after each: "_s + depths.join(u", "_s) + u"."_s;
    }
    if (c.capped)
        words +=
            u" The spindle can make no more: capped from %1."_s.arg(text(withUnit(c.uncapped, Dimension::Force, "N")));
    else if (c.kind == CutKind::Milling && own && !m.spindleTorque.known())
        words += u" No torque cap typed for the spindle: it caps nothing."_s;
    m_cutWords->setText(words.trimmed());
    m_cut->refresh(c);
    if (!m_cut->property("placed").toBool()) m_cut->setVisible(false);
    m_metals->refresh(c);
    m_metalsHead->setVisible(!m_metals->metals().empty());
}

void DutyPage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    setHeadline(stationVerdict(StationId::Duty, m, p.evaluation), text(headline(StationId::Duty, m, p.evaluation)));
    if (m_shown != m_axis) { // a new axis opens at the block that asks most
        m_shown = m_axis;
        m_current = 0;
        double most = -1;
        for (std::size_t k = 0; k < m.moves.size(); ++k)
            if (m.moves[k].cut >= 0 && m.cuts[std::size_t(m.moves[k].cut)].force.v > most) {
                most = m.cuts[std::size_t(m.moves[k].cut)].force.v;
                m_current = int(k);
            }
    }
    m_current = std::clamp(m_current, 0, std::max(0, int(m.moves.size()) - 1));
    if (m.cls) {
        m_rapid->setFallback(m.cls->rapid * 1e-3 / 60);
        m_accel->setFallback(m.cls->acceleration);
        m_lost->setFallback(m.cls->lostUm * 1e-6);
        m_repeat->setFallback(m.cls->repeatUm * 1e-6);
        m_step->setFallback(m.cls->stepUm * 1e-6);
    }
    m_cycle->refresh(p, m_current);
    showMoves(p);
    showCases(p);
    showWheel(p);
    showCut(p);
    m_program->refresh(m_axis, p);
    QStringList warnings;
    for (const auto &w : targetWarnings(m, p.evaluation.state))
        warnings << text(w);
    m_slow->setFallback(m.acceleration.v, u"as speeding up"_s);
    if (warnings.isEmpty()) warnings << u"All of them are within reach of the travel, the screw and the pulses."_s;
    if (m.cls)
        warnings
            << u"Usual of such an axis: %1, what its ways and nut stand; %2 m/s², up to speed in %3 s; steps of %4, "
               u"finer than a dial shows; back within %5; play %6."_s.arg(
                   text(withUnit(m.cls->rapid * 1e-3 / 60, Dimension::Speed, "mm/min")),
                   text(numberText(m.cls->acceleration, 2)),
                   text(numberText(m.cls->rapid * 1e-3 / 60 / m.cls->acceleration, 2)),
                   text(withUnit(m.cls->stepUm * 1e-6, Dimension::Length, "um", 2)),
                   text(withUnit(m.cls->repeatUm * 1e-6, Dimension::Length, "um", 2)),
                   text(withUnit(m.cls->lostUm * 1e-6, Dimension::Length, "um", 2)));
    m_targetsSay->setText(warnings.join(u'\n'));
    m_ledger->refresh(p);
}

bool DutyPage::handleKey(QKeyEvent *e) {
    const bool alt = e->modifiers() == Qt::AltModifier;
    switch (e->key()) {
    case Qt::Key_Insert: addBlock(usualKind()); return true;
    case Qt::Key_Delete:
        if (e->modifiers() != Qt::NoModifier) return false;
        removeBlock();
        return true;
    case Qt::Key_Space: m_cycle->play(); return true;
    case Qt::Key_Up:
    case Qt::Key_Down: {
        const int step = e->key() == Qt::Key_Up ? -1 : 1;
        if (alt)
            shiftBlock(m_current, m_current + step);
        else if (e->modifiers() == Qt::NoModifier)
            choose(std::clamp(m_current + step, 0, std::max(0, int(proved().model.moves.size()) - 1)));
        else
            return false;
        return true;
    }
    default: return false;
    }
}

} // namespace lw
