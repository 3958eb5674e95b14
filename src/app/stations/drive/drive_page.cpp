#include "app/stations/drive/drive_page.h"
#include "picture/fit_picture.h"
#include "search/belt_choice.h"
#include "machine/chain_edits.h"
#include "machine/fields.h"
#include "proof/words/narrate.h"
#include "catalogue/catalogue.h"
#include "shop/parts.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include <QButtonGroup>
#include <QStackedWidget>

namespace lw {
using namespace Qt::StringLiterals;

DrivePage::DrivePage(Session *session, QWidget *parent) : StationPage(session, StationId::Drive, parent) {
    auto *all = new QVBoxLayout(this);
    all->setContentsMargins(12, 10, 0, 2);
    all->setSpacing(2);
    auto *top = new QHBoxLayout;
    top->addWidget(makeHeadline(), 1);
    m_switch = new QButtonGroup(this);
    for (const auto &[view, words] :
         {std::pair{View::Sizing, u"Sizing"_s}, std::pair{View::Chain, u"Chain"_s},
          std::pair{View::Charts, u"Ratio and lead"_s}, std::pair{View::Plates, u"Plates"_s},
          std::pair{View::Wiring, u"Wiring"_s}, std::pair{View::Screw, u"Screw"_s}}) {
        auto *b = makeButton(words, u"view"_s + words.section(u' ', 0, 0), this);
        b->setCheckable(true);
        m_switch->addButton(b, int(view));
        top->addWidget(b);
    }
    top->addSpacing(12);
    connect(m_switch, &QButtonGroup::idClicked, this, [this](int id) { show(View(id)); });
    all->addLayout(top);
    all->addWidget(makeLessons());
    m_stack = new QStackedWidget(this);
    m_sizing = new SizingView(
        session, [this](const QString &key, const QString &label, QWidget *host) { return addField(key, label, host); },
        m_stack);
    m_stack->addWidget(m_sizing);
    auto *chain = new QWidget(m_stack);
    m_stack->addWidget(chain);
    m_charts = new QStackedWidget(m_stack);
    m_ratio = new RatioView(session, m_charts);
    m_charts->addWidget(m_ratio);
    m_rotaryRatio = new RotaryRatioView(session, m_charts);
    m_charts->addWidget(m_rotaryRatio);
    m_stack->addWidget(m_charts);
    connect(m_rotaryRatio, &RotaryRatioView::said, this, &StationPage::said);
    connect(m_ratio, &RatioView::said, this, &StationPage::said);
    m_plates = new PlateView(
        session, [this](const QString &key, QWidget *host) { return addField(key, {}, host); },
        [this](FieldWidget *f) { dropField(f); }, m_stack);
    m_stack->addWidget(m_plates);
    connect(m_plates, &PlateView::said, this, &StationPage::said);
    connect(m_plates, &PlateView::changed, this, &DrivePage::refresh);
    connect(m_plates, &PlateView::printAsked, this, [this](PlateView::Print kind) {
        const auto [ending, filter] = kind == PlateView::Print::Pdf   ? std::pair{u"pdf"_s, u"PDF (*.pdf)"_s}
                                      : kind == PlateView::Print::Svg ? std::pair{u"svg"_s, u"SVG (*.svg)"_s}
                                                                      : std::pair{u"dxf"_s, u"DXF (*.dxf)"_s};
        const auto name = text(plateName(m_plates->kind()).title).toLower();
        exportFile(this, u"the %1 at 1 : 1"_s.arg(name),
                   u"%1 %2 %3.%4"_s.arg(m_session->name(), text(m_axis), name, ending), filter,
                   [this, kind](const QString &path) { return writeWhole(path, m_plates->printed(kind)); });
    });
    m_wiring = new WiringView(
        session, [this](const QString &key, QWidget *host) { return addField(key, {}, host); },
        [this](FieldWidget *f) { dropField(f); }, m_stack);
    m_stack->addWidget(m_wiring);
    connect(m_wiring, &WiringView::said, this, &StationPage::said);
    m_screw = new ScrewView(m_stack);
    m_stack->addWidget(m_screw);
    connect(m_wiring, &WiringView::placeChanged, this, &DrivePage::refresh);
    connect(m_wiring, &WiringView::cablesAsked, this, [this] {
        exportFile(this, u"the cable list"_s, m_session->name() + u" cables.csv"_s, u"CSV (*.csv)"_s,
                   [this](const QString &path) { return writeWhole(path, m_wiring->cablesCsv()); });
    });
    all->addWidget(m_stack, 1);
    connect(m_sizing, &SizingView::said, this, &StationPage::said);
    connect(m_sizing, &SizingView::took, this, [this] { show(View::Chain); });
    connect(m_sizing, &SizingView::changed, this, [this] {
        if (shown() == View::Sizing) sayHeadline(proved());
        emit rightTextChanged();
    });
    auto *h = new QHBoxLayout(chain);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(8);
    auto *left = new QVBoxLayout;
    left->setSpacing(2);
    m_view = new PowerPathView(this);
    connect(m_view, &PowerPathView::scalesChanged, this, &StationPage::rightTextChanged, Qt::QueuedConnection);
    left->addWidget(m_view, 1);
    m_strip = new PartsStrip(this);
    connect(m_strip, &PartsStrip::picked, this, &DrivePage::pick);
    left->addWidget(m_strip);
    m_opened = new OpenedPart([this](const QString &key, QWidget *host) { return addField(key, {}, host); },
                              [this](FieldWidget *f) { dropField(f); }, this);
    m_opened->setFixedHeight(236);
    auto *others = makeButton(u"Others … (F2)"_s, u"others"_s, m_opened);
    others->setToolTip(u"The others of this part: what each would do on this axis, and what it costs."_s);
    connect(others, &QPushButton::clicked, this, &DrivePage::openPicker);
    m_opened->setChooser(others,
                         {ChainPartKind::Motor, ChainPartKind::Coupling, ChainPartKind::Driver, ChainPartKind::Belt,
                          ChainPartKind::Driven, ChainPartKind::Bearings, ChainPartKind::FinalElement});
    m_picker = new PartPicker(session, this);
    connect(m_picker, &PartPicker::took, this, [this](const QString &name, const std::vector<Patch> &patches) {
        m_session->apply({patches, u"part: "_s + name});
    });
    left->addWidget(m_opened);
    h->addLayout(left, 1);

    auto *right = new QWidget(this);
    right->setFixedWidth(lettered(304));
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
    m_sides->verticalHeader()->hide();
    m_sides->verticalHeader()->setDefaultSectionSize(31);
    m_sides->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_sides->setShowGrid(false);
    m_sides->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_sides->setSelectionMode(QAbstractItemView::NoSelection);
    m_sides->setFocusPolicy(Qt::NoFocus);
    m_sides->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_sides->setFixedHeight(31 * 7 + 30);
    v->addWidget(m_sides);
    h->addWidget(right);
    m_options = new OptionsDialog(session, this);
    connect(m_options, &OptionsDialog::said, this, &DrivePage::said);
    connect(m_sides->horizontalHeader(), &QHeaderView::sectionClicked, this, [this] { m_options->openFor(m_axis); });
    m_sides->horizontalHeader()->setSectionsClickable(true);

    connect(m_view, &PowerPathView::picked, this, &DrivePage::pick);
    connect(m_view, &PowerPathView::beltChosen, this, &DrivePage::setBelt);
    connect(m_view, &PowerPathView::teethTurned, this, &DrivePage::turnTeeth);
    connect(m_screw, &ScrewView::farBearingDragged, this, [this](double span) {
        m_session->typeInto(text("/axes/" + m_axis + "/designs/" + proved().model.designId) +
                                u"/screw/bearing_span_mm"_s,
                            QString::number(span * 1e3, 'f', 0) + u"mm"_s, u"stated"_s);
    });
    connect(m_view, &PowerPathView::centreDragged, this, [this](std::size_t stage, double centre) {
        const auto *b = proved().model.stageAs<ToothedBelt>(stage);
        if (!b) return;
        if (b->slotFrom.known() && b->slotTo.known()) centre = std::clamp(centre, b->slotFrom.v, b->slotTo.v);
        centre = std::clamp(centre, 0.02, 1.0);
        // snaps to a stock belt within a millimetre
        if (m_view->strip().stage == stage)
            for (const auto &s : m_view->strip().stops)
                if (std::fabs(s.centre - centre) < 0.9e-3) return setBelt(stage, s.teeth, s.centre);
        setCentre(stage, centre, 1);
    });
}

void DrivePage::setCentre(std::size_t stage, double centre, int decimals) {
    const auto &m = proved().model;
    m_session->typeInto(QString::fromStdString(stagePointer(m, stage)) + u"centre_mm"_s,
                        QString::number(centre * 1e3, 'f', decimals) + u"mm"_s, u"stated"_s);
}

namespace {
/// A stock belt put in the place of the one there, with the centres it asks.
std::vector<Patch> stockBelt(const std::string &stageAt, const ToothedBelt &b, int teeth, double centre) {
    const double width = b.driver.beltWidth.known() ? b.driver.beltWidth.v * 1e3 : 15;
    return {{stageAt + "code", beltCode(*b.driver.profile, teeth, width)},
            {stageAt + "centre_mm",
             {{"typed", QString::number(centre * 1e3, 'f', 2).toStdString() + "mm"}, {"standing", "stated"}}}};
}
} // namespace

void DrivePage::setBelt(std::size_t stage, int teeth, double centre) {
    const auto &m = proved().model;
    const auto *b = m.stageAs<ToothedBelt>(stage);
    if (!b || !b->driver.profile) return;
    const auto at = stagePointer(m, stage);
    auto patches = stockBelt(at, *b, teeth, centre);
    const QString before = text(b->beltText), code = text(patches.front().value.get<std::string>());
    m_session->apply({std::move(patches), u"belt %1 → %2"_s.arg(before.isEmpty() ? u"none"_s : before, code),
                      u"belt:"_s + QString::fromStdString(at)});
}

void DrivePage::turnTeeth(int part, int by) {
    const auto *at = part >= 1 && part <= int(m_parts.size()) ? &m_parts[std::size_t(part - 1)] : nullptr;
    if (!at || at->stage < 0) return;
    const auto &m = proved().model;
    const auto place = std::size_t(at->stage);
    const bool driver = at->kind == ChainPartKind::Driver;
    const auto *b = m.stageAs<ToothedBelt>(place);
    const auto *g = m.stageAs<Gears>(place);
    int z[2] = {b ? b->driver.teeth : g ? g->driver.teeth : 0, b ? b->driven.teeth : g ? g->driven.teeth : 0};
    int &turned = z[driver ? 0 : 1];
    if (turned < 1) return emit said(u"Its teeth are not known yet: type them first."_s);
    const int before = turned;
    const auto where = stagePointer(m, place), entry = where + (driver ? "driver/teeth" : "driven/teeth");
    const auto *field = fieldAt(entry); // as many as may be typed without a question
    turned = std::clamp(turned + by, int(field->least), int(field->most));
    if (turned == before) return emit said(u"Wheels have %1 to %2 teeth."_s.arg(field->least).arg(field->most));
    std::vector<Patch> patches{{entry, {{"typed", std::to_string(turned)}, {"standing", "stated"}}}};
    if (b && b->driver.profile)
        if (const auto belt = bestBelt(*b, z[0], z[1]))
            for (auto &patch : stockBelt(where, *b, belt->teeth, belt->centre))
                patches.push_back(std::move(patch));
    m_session->apply({std::move(patches), u"%1 T → %2 T"_s.arg(before).arg(turned),
                      u"teeth:"_s + QString::fromStdString(where) + QString::number(part)});
}

void DrivePage::openPicker() {
    const auto *part = current();
    if (!part) return;
    if (const auto &m = proved().model; part->stage >= 0 && m.stageAs<Reducer>(std::size_t(part->stage)))
        return m_picker->open(m_axis, {Exchanged::Reducer});
    if (m_turns && part->kind != ChainPartKind::Motor) // what is made for a straight axis would leave the reducer out
        return emit said(u"Ratio (V) has the pulleys that can be bought and three ways to turn it (P)."_s);
    switch (part->kind) {
    case ChainPartKind::Motor: return m_picker->open(m_axis, {Exchanged::Motor, Exchanged::Drive, Exchanged::Supply});
    case ChainPartKind::Bearings: return m_picker->open(m_axis, {Exchanged::Bearings, Exchanged::Screw});
    case ChainPartKind::FinalElement: return m_picker->open(m_axis, {Exchanged::Screw, Exchanged::Nut});
    case ChainPartKind::Driver:
    case ChainPartKind::Driven: return m_picker->open(m_axis, {Exchanged::Reduction, Exchanged::Bush});
    case ChainPartKind::Slide: return emit said(u"The slide is the machine's own."_s);
    default: return m_picker->open(m_axis, {Exchanged::Reduction});
    }
}

const ChainPart *DrivePage::current() const {
    return m_part >= 1 && m_part <= int(m_parts.size()) ? &m_parts[std::size_t(m_part - 1)] : nullptr;
}

void DrivePage::goTo(const QString &place) {
    if (place == u"ratio") {
        show(View::Charts);
        if (!m_turns) m_ratio->settle();
    } else if (place == u"ways" && m_turns) {
        show(View::Charts);
        m_rotaryRatio->settle();
    } else if (place == u"options") {
        m_options->openFor(m_axis);
    } else if (place.startsWith(u"plates"_s)) { // "plates/bracket"
        show(View::Plates);
        for (const auto kind : plateKinds)
            if (text(plateName(kind).folder) == place + u'/') m_plates->show(kind);
    } else if (place == u"screw") {
        show(View::Screw);
    } else if (place == u"wiring") {
        show(View::Wiring);
    } else if (const auto figure = figureFromKey(place.sliced(place.indexOf(u'/') + 1).toStdString());
               figure && place.startsWith(u"sizing"_s)) { // "sizing/rapid"
        show(View::Sizing);
        m_sizing->compareBy(*figure);
    } else
        pick(place.toInt());
}
void DrivePage::pick(int part) {
    if (part < 1) return;
    m_part = part;
    if (!m_axis.empty() && !m_session->at("/axes/" + m_axis).is_null()) refresh();
}

int DrivePage::partOfField(const QString &pointer) const {
    for (const auto &part : m_parts)
        for (const auto &key : fieldsOf(part, proved().model))
            if (absolute(QString::fromStdString(key)) == pointer) return part.number;
    return 0;
}

void DrivePage::choose(const Finding &f) {
    m_ledger->setChosen(&f);
    if (const int part = partOf(m_parts, f)) m_part = part;
    refresh();
}

void DrivePage::fillSideBySide() {
    const auto designs = designsShown(*m_session, m_axis);
    const auto figures = sideBySide(*m_session, m_axis, designs, false);
    m_sides->setRowCount(int(figures.size()));
    fillSides(m_sides, figures, designs);
    QStringList heads{designs.size() < 2 ? u"Ctrl+B starts B"_s : u"Side by side (O)"_s};
    for (const auto &d : designs)
        heads << text(d);
    m_sides->setHorizontalHeaderLabels(heads);
    m_sides->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int c = 1; c <= int(designs.size()); ++c)
        m_sides->setColumnWidth(c, lettered(designs.size() < 3 ? 82 : designs.size() < 4 ? 60 : 50));
}

DrivePage::View DrivePage::shown() const { return View(m_stack->currentIndex()); }
void DrivePage::show(View view) {
    m_stack->setCurrentIndex(int(view));
    if (!m_axis.empty()) refresh();
    emit rightTextChanged();
}
void DrivePage::sayHeadline(const ProvedAxis &p) {
    if (shown() == View::Sizing)
        setHeadline(m_sizing->verdict(), m_sizing->headline());
    else if (shown() == View::Charts && m_turns)
        setHeadline(stationVerdict(StationId::Drive, p.model, p.evaluation), m_rotaryRatio->headline());
    else if (shown() == View::Plates)
        setHeadline(m_plates->verdict(), m_plates->headline());
    else if (shown() == View::Screw)
        setHeadline(m_screw->verdict(), m_screw->headline());
    else if (shown() == View::Wiring)
        setHeadline(m_wiring->verdict(), m_wiring->headline());
    else
        setHeadline(stationVerdict(StationId::Drive, p.model, p.evaluation),
                    text(headline(StationId::Drive, p.model, p.evaluation)));
}

void DrivePage::update(const ProvedAxis &p) {
    const auto &m = p.model;
    // nothing chosen yet: what would do it; something chosen: that. Looked at once for each axis and design
    if (const auto now = m.id + "/" + m.designId; now != m_lookedAt) {
        m_lookedAt = now;
        m_stack->setCurrentIndex(m.hasMotor() || m.rotary() ? int(View::Chain) : int(View::Sizing));
    }
    m_turns = m.rotary() != nullptr;
    m_switch->button(int(View::Sizing))->setVisible(!m_turns); // a table is picked part by part
    m_switch->button(int(View::Screw))->setVisible(!m_turns);
    if (m_turns && shown() == View::Screw) m_stack->setCurrentIndex(int(View::Chain));
    m_switch->button(int(View::Charts))->setText(m_turns ? u"Ratio"_s : u"Ratio and lead"_s);
    if (m_turns && shown() == View::Sizing) m_stack->setCurrentIndex(int(View::Chain));
    m_switch->button(m_stack->currentIndex())->setChecked(true);
    if (shown() == View::Sizing) m_sizing->refresh(p);
    if (shown() == View::Charts) {
        m_charts->setCurrentIndex(m_turns ? 1 : 0);
        if (m_turns)
            m_rotaryRatio->refresh(p);
        else
            m_ratio->refresh(p);
    }
    if (shown() == View::Plates) m_plates->refresh(p);
    if (shown() == View::Wiring) m_wiring->refresh();
    if (shown() == View::Screw) m_screw->refresh(p);
    sayHeadline(p);
    m_parts = chainParts(m);
    m_part = std::clamp(m_part, 1, int(m_parts.size()));
    const auto &part = *current();
    m_strip->refresh(p, m_parts, m_part);
    m_opened->open(part, m_parts, p);
    // one belt: its stock stands in view always; more: that of the part under work
    std::optional<std::size_t> belt;
    const auto place = m.placeOf<ToothedBelt>();
    if (part.stage >= 0 && m.stageAs<ToothedBelt>(std::size_t(part.stage)))
        belt = std::size_t(part.stage);
    else if (place < m.stages.size() && m.stages.size() == 1)
        belt = place;
    // the bearings under work: how they sit, in place of the belts in stock
    m_view->refresh(p, m_part, belt, part.kind == ChainPartKind::Bearings && hasFits(bearingFits(m)));
    m_ledger->refresh(p);
    fillSideBySide();
}

void DrivePage::addHere() {
    const auto *part = current();
    if (!part) return;
    const auto &m = proved().model;
    const int behind = part->stage >= 0                     ? part->stage
                       : part->kind == ChainPartKind::Motor ? -1
                                                            : int(m.stages.size()) - 1;
    auto patches = addStage(m_session->project(), m_axis, m.designId, behind, "belt");
    if (patches.empty()) return emit said(u"More than %1 stages in a row are not reckoned."_s.arg(mostStages));
    m_session->apply({std::move(patches), u"stage added"_s});
}

bool DrivePage::editChain(QKeyEvent *e) {
    const auto *part = current();
    if (!part) return false;
    const auto &m = proved().model;
    const bool alt = e->modifiers() & Qt::AltModifier;
    std::vector<Patch> patches;
    QString words;
    if (e->key() == Qt::Key_Delete && e->modifiers() & Qt::ShiftModifier) {
        patches = part->stage >= 0 ? removeStage(m_session->project(), m_axis, m.designId, part->stage) : patches;
        words = u"stage taken out"_s;
        if (patches.empty()) emit said(u"Pick a part of the stage first: its pulley, belt or coupling."_s);
    } else if (alt && (e->key() == Qt::Key_Left || e->key() == Qt::Key_Right)) {
        const int by = e->key() == Qt::Key_Left ? -1 : 1;
        patches = part->stage >= 0 ? moveStage(m_session->project(), m_axis, m.designId, part->stage, by) : patches;
        words = u"stage moved"_s;
        if (patches.empty()) emit said(u"It cannot go further that way."_s);
    } else {
        return false;
    }
    if (!patches.empty()) m_session->apply({std::move(patches), words});
    return true;
}

bool DrivePage::copy() {
    if (shown() != View::Plates) return false;
    QGuiApplication::clipboard()->setText(m_plates->table());
    return true;
}
bool DrivePage::handleKey(QKeyEvent *e) {
    if (e->key() == Qt::Key_V && e->modifiers() == Qt::NoModifier) {
        // a table has no screw, and its ways stand with its ratio
        View next = shown();
        do
            next = View((int(next) + 1) % 6);
        while (m_turns && (next == View::Sizing || next == View::Screw));
        show(next);
        return true;
    }
    if (e->key() == Qt::Key_O && e->modifiers() == Qt::NoModifier) {
        m_options->openFor(m_axis);
        return true;
    }
    if (shown() == View::Sizing) return m_sizing->handleKey(e);
    if (shown() == View::Charts) return m_turns ? m_rotaryRatio->handleKey(e) : m_ratio->handleKey(e);
    if (shown() == View::Plates) return m_plates->handleKey(e);
    if (shown() == View::Wiring) return m_wiring->handleKey(e);
    if (shown() == View::Screw) return m_screw->handleKey(e);
    if (e->key() == Qt::Key_F2) {
        openPicker();
        return true;
    }
    if (editChain(e)) return true;
    const auto *part = current();
    if (!part) return false;
    const int count = int(m_parts.size());
    if (e->key() == Qt::Key_Comma || e->key() == Qt::Key_Period) {
        pick((m_part - 1 + (e->key() == Qt::Key_Period ? 1 : count - 1)) % count + 1);
        return true;
    }
    if (e->key() == Qt::Key_Plus || e->key() == Qt::Key_Minus) {
        const bool wheel = part->kind == ChainPartKind::Driver || part->kind == ChainPartKind::Driven;
        if (wheel) turnTeeth(m_part, e->key() == Qt::Key_Plus ? 1 : -1);
        return wheel;
    }
    const bool left = e->key() == Qt::Key_Left || e->key() == Qt::Key_Up,
               right = e->key() == Qt::Key_Right || e->key() == Qt::Key_Down;
    if (!left && !right) return false;
    const double steps = (right ? 1 : -1) * (e->modifiers() & Qt::ShiftModifier ? 10 : 1);
    if (part->kind == ChainPartKind::Slide) {
        m_view->setNut(m_view->nut() + 0.02 * (right ? 1 : -1) * (e->modifiers() & Qt::ShiftModifier ? 5 : 1));
        return true;
    }
    const auto stage = std::size_t(std::max(0, part->stage));
    const bool moves =
        part->kind == ChainPartKind::Motor || part->kind == ChainPartKind::Driver || part->kind == ChainPartKind::Belt;
    const auto *belt = moves ? proved().evaluation.state.stageWork<ToothedBelt>(stage) : nullptr;
    if (!belt || !(belt->centre == belt->centre)) return false;
    setCentre(stage, belt->centre + steps * 0.1e-3, 2);
    return true;
}

} // namespace lw
