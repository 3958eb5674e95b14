#include "app/stations/drive/plate_view.h"
#include "app/entries/cells.h"
#include "app/entries/fields.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include "proof/checks/plate_of.h"
#include "proof/words/narrate.h"
#include "units/plain_number.h"
#include "units/shown_units.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

// ---- the drawing

PlateDrawing::PlateDrawing(QWidget *parent) : QWidget(parent) {
    setObjectName(u"plateDrawing"_s);
    setAccessibleName(u"The plate to scale"_s);
    setMouseTracking(true);
    setMinimumSize(lettered(300), 380);
}
void PlateDrawing::refresh(const std::optional<Plate> &plate, const PlateShown &shown) {
    m_plate = plate;
    m_shown = shown;
    QStringList words;
    if (plate)
        for (const auto &r : holeRows(*plate))
            words << u"%1 %2: %3 %4, %5"_s.arg(r.size, r.purpose, r.x, r.y, r.how);
    setAccessibleDescription(words.join(u'\n'));
    update();
}
void PlateDrawing::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (!m_plate) {
        p.setPen(theme().ink2);
        p.setFont(face(15));
        p.drawText(rect().adjusted(20, 0, -20, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   u"A plate wants a motor and its size, a screw or a belt: choose them in Chain."_s);
        return;
    }
    m_picture = paintPlate(p, QRectF(rect()), *m_plate, m_shown);
}
PlateDrawing::Held PlateDrawing::heldAt(QPointF p) const {
    if (!m_plate) return Held::Nothing;
    const auto &o = m_picture.outline;
    if (std::fabs(p.x() - o.right()) < 6 && p.y() > o.top() && p.y() < o.bottom()) return Held::Side;
    if (std::fabs(p.y() - o.top()) < 6 && p.x() > o.left() && p.x() < o.right()) return Held::Top;
    if (std::fabs(p.y() - o.bottom()) < 6 && p.x() > o.left() && p.x() < o.right()) return Held::Bottom;
    for (const auto &h : m_plate->holes) {
        const QPointF c = m_picture.at(h.x, h.y);
        const double r = std::max(8.0, h.diameter / 2 * m_picture.scale);
        if (h.kind == HoleKind::Post && QLineF(c, p).length() < r) return Held::Post;
        if (h.kind == HoleKind::Bolt && h.travel > 0 && std::fabs(c.x() - p.x()) < r) {
            const double half = h.travel / 2 * m_picture.scale;
            if (std::fabs(p.y() - (c.y() - half)) < 8) return Held::SlotNear;
            if (std::fabs(p.y() - (c.y() + half)) < 8) return Held::SlotFar;
        }
    }
    return Held::Nothing;
}
void PlateDrawing::mousePressEvent(QMouseEvent *e) {
    m_held = heldAt(e->position());
    ++m_drag;
    if (const int row = m_picture.rowAt(e->position()); row >= 0) emit picked(row);
}
void PlateDrawing::mouseMoveEvent(QMouseEvent *e) {
    if (!(e->buttons() & Qt::LeftButton)) {
        setCursor(heldAt(e->position()) != Held::Nothing ? Qt::SizeAllCursor
                  : m_picture.rowAt(e->position()) >= 0  ? Qt::PointingHandCursor
                                                         : Qt::ArrowCursor);
        return;
    }
    if (m_held != Held::Nothing) emit dragged(m_held, m_picture.from(e->position()), m_drag);
}
void PlateDrawing::mouseReleaseEvent(QMouseEvent *) { m_held = Held::Nothing; }

// ---- the view

PlateView::PlateView(Session *session, MakeField make, DropField drop, QWidget *parent)
    : QWidget(parent), m_session(session), m_make(std::move(make)), m_drop(std::move(drop)) {
    setObjectName(u"plateView"_s);
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 10, 4);
    h->setSpacing(10);
    auto *left = new QVBoxLayout;
    left->setSpacing(2);
    auto *kinds = new QHBoxLayout;
    kinds->setSpacing(6);
    m_kinds = new QButtonGroup(this);
    for (const auto kind : plateKinds) {
        const auto words = text(plateName(kind).title);
        auto *b = makeButton(words, u"plate"_s + text(plateName(kind).shortly), this);
        b->setCheckable(true);
        b->setFocusPolicy(Qt::NoFocus);
        m_kinds->addButton(b, int(kind));
        kinds->addWidget(b);
    }
    kinds->addStretch(1);
    connect(m_kinds, &QButtonGroup::idClicked, this, [this](int id) { show(PlateKind(id)); });
    left->addLayout(kinds);
    m_seen = makeLabel({}, 13, Ink::Label, false, true, this);
    m_seen->setObjectName(u"plateSeen"_s);
    left->addWidget(m_seen);
    m_drawing = new PlateDrawing(this);
    left->addWidget(m_drawing, 1);
    h->addLayout(left, 5);
    auto *right = new QVBoxLayout;
    right->setSpacing(4);
    m_model = new CellsModel({u""_s, u"Ø, mm"_s, u"for"_s, u"x"_s, u"y"_s, u"how"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"plateHoles"_s);
    m_table->setAccessibleName(u"Holes of the plate and how each is found"_s);
    m_table->setWidths({32, 96, 0, 66, 72, 84});
    connect(m_table, &CellsView::currentIdChanged, this, [this] {
        bool ok = false;
        if (const int row = m_table->currentId().toInt(&ok); ok && row != m_row) pick(row);
    });
    right->addWidget(m_table, 7);
    m_found = new CellsModel({u""_s, u"Found"_s, u""_s}, this);
    m_findings = new CellsView(m_found, this);
    m_findings->setObjectName(u"plateFindings"_s);
    m_findings->setAccessibleName(u"What is found of the plate, worst first"_s);
    m_findings->setWidths({38, 0, 72});
    right->addWidget(m_findings, 5);
    const auto line = [&](const QString &name) {
        auto *l = makeLabel({}, 13, Ink::Value, false, true, this);
        l->setObjectName(name);
        right->addWidget(l);
        return l;
    };
    m_saw = line(u"plateSaw"_s);
    m_posts = line(u"platePosts"_s);
    right->addWidget(makeRule(this));
    m_entries = new QWidget(this);
    m_grid = new QGridLayout(m_entries);
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setHorizontalSpacing(10);
    m_grid->setVerticalSpacing(2);
    m_entries->setFixedHeight(98);
    right->addWidget(m_entries);
    right->addWidget(makeRule(this));
    auto *print = new QHBoxLayout;
    print->addWidget(makeLabel(u"Print 1 : 1"_s, 15, Ink::Value, true, false, this));
    print->addStretch(1);
    for (const auto &[kind, words] :
         {std::pair{Print::Pdf, u"PDF (P)"_s}, std::pair{Print::Svg, u"SVG"_s}, std::pair{Print::Dxf, u"DXF"_s}}) {
        auto *b = makeButton(words, u"plate"_s + words.section(u' ', 0, 0), this);
        b->setFocusPolicy(Qt::NoFocus);
        connect(b, &QPushButton::clicked, this, [this, kind = kind] {
            m_last = kind;
            emit printAsked(kind);
        });
        print->addWidget(b);
    }
    right->addLayout(print);
    m_sheets = line(u"plateSheets"_s);
    m_bar = line(u"plateBar"_s);
    m_find = line(u"plateFind"_s);
    h->addLayout(right, 6);
    connect(m_drawing, &PlateDrawing::picked, this, &PlateView::pick);
    connect(m_drawing, &PlateDrawing::dragged, this, &PlateView::drag);
}

namespace {
/// Of the screws that hold it, from the shaft: the upper ones, the lower ones.
std::pair<double, double> postRows(const Plate &plate) {
    double upper = -1e9, lower = 1e9;
    for (const auto &h : plate.holes)
        if (h.kind == HoleKind::Post) {
            upper = std::max(upper, h.y);
            lower = std::min(lower, h.y);
        }
    return {upper, lower};
}
} // namespace

std::string PlateView::at() const {
    const auto &m = m_proved->model;
    return "/axes/" + m.id + "/designs/" + m.designId + "/";
}
std::string PlateView::stageAt() const { return stagePointer(m_proved->model, 0); }

std::string PlateView::plateAt() const { return at() + std::string(plateName(m_kind).folder); }
std::string PlateView::fixAt() const { return plateAt() + std::string(plateName(m_kind).screws); }
std::optional<HoleKind> PlateView::chosenKind() const {
    const auto &plate = m_drawing->plate();
    if (!plate || m_row < 0) return {};
    return plate->holes[holeRows(*plate)[std::size_t(m_row)].holes.front()].kind;
}

void PlateView::show(PlateKind kind) {
    m_kind = kind;
    m_row = -1;
    emit changed();
}
void PlateView::showKinds() {
    const auto has = [&](PlateKind kind) {
        return plateOfAxis(m_proved->model, m_proved->evaluation.state, kind).has_value();
    };
    if (!has(m_kind)) m_kind = PlateKind::Motor;
    for (const auto kind : plateKinds) {
        auto *b = m_kinds->button(int(kind));
        b->setVisible(kind == PlateKind::Motor || has(kind));
        b->setChecked(kind == m_kind);
    }
    const auto from = seenFrom(m_kind);
    m_seen->setText(u"%1. Zero is the middle of the driven shaft"_s.arg(from.left(1).toUpper() + from.mid(1)));
}

void PlateView::showFindings(const ProvedAxis &p, const std::optional<Plate> &plate, bool written) {
    PlateShown shown{m_row};
    shown.judged = written;
    auto worst = Verdict::Holds;
    QString says;
    std::vector<CellRow> found;
    const auto &codes = plateCodes(m_kind);
    const auto concerns = [&](std::string_view code) {
        if (code == codes.edge || code == codes.wall) return true;
        if (m_kind == PlateKind::Motor) return code == "TR-47" || code == "TR-32" || code == "TR-13";
        return m_kind == PlateKind::Cover && code == "PL-08";
    };
    for (const auto &f : p.evaluation.findings) {
        const auto code = f.check->code;
        if (code == codes.edge) shown.edge = f.verdict;
        if (code == codes.wall) shown.wall = f.verdict;
        if (!concerns(code)) continue;
        CellRow r;
        r.id = QString::number(found.size());
        Cell mark;
        mark.mark = f.verdict;
        Cell name{text(sentenceOf(p.model, p.evaluation.state, f))};
        name.under = text(reasonOf(p.model, p.evaluation.state, f));
        Cell figure{f.missing ? QString() : text(marginText(f))};
        figure.right = figure.bold = true;
        r.cells = {mark, name, figure};
        r.tip = name.text;
        found.push_back(std::move(r));
        if (f.verdict < worst) {
            worst = f.verdict;
            says = text(titleOf(p.model, f));
            if (f.margin == f.margin) says += u": "_s + text(marginText(f));
        }
    }
    m_drawing->refresh(plate, shown);
    {
        const QSignalBlocker quiet(m_findings);
        m_findings->setVisible(!found.empty());
        m_found->setRows(std::move(found));
    }
    const QString noun = text(plateName(m_kind).title);
    if (!plate) {
        m_headline = u"No motor yet: a plate follows it"_s;
        m_verdict = Verdict::NotKnown;
    } else if (!written) {
        m_headline = m_kind == PlateKind::Motor   ? u"Drawn from motor and belt: say what the plate is of"_s
                     : m_kind == PlateKind::Cover ? u"Drawn from the belt: say what the cover is of"_s
                                                  : u"Drawn from screw and catalogue: say what it is of"_s;
        m_verdict = Verdict::NotKnown;
    } else if (worst == Verdict::Fails || plate->open.empty()) {
        m_headline =
            worst == Verdict::Holds ? m_kind == PlateKind::Motor ? u"The plate fits"_s : noun + u" holds"_s : says;
        m_verdict = worst;
    } else {
        m_headline = u"Not known yet: "_s + text(plate->open.front());
        m_verdict = Verdict::NotKnown;
    }
}

void PlateView::refresh(const ProvedAxis &p) {
    m_proved = &p;
    showKinds();
    const auto plate = plateOfAxis(p.model, p.evaluation.state, m_kind);
    const auto rows = plate ? holeRows(*plate) : std::vector<HoleRow>();
    if (m_row >= int(rows.size())) m_row = -1;
    showFindings(p, plate, p.model.plateSaid(m_kind) != nullptr);
    std::vector<CellRow> cells;
    for (std::size_t k = 0; k < rows.size(); ++k) {
        CellRow r;
        r.id = QString::number(k);
        const auto right = [](const QString &t) {
            Cell c{t};
            c.right = true;
            return c;
        };
        Cell number{QString::number(k + 1)};
        number.bold = true;
        Cell how = right(rows[k].how);
        how.bold = rows[k].how == u"punch";
        if (how.bold) how.ink = theme().touch;
        r.cells = {number, Cell{rows[k].size}, Cell{rows[k].purpose}, right(rows[k].x), right(rows[k].y), how};
        cells.push_back(std::move(r));
    }
    {
        const QSignalBlocker quiet(m_table);
        m_model->setRows(std::move(cells));
        if (m_row >= 0) m_table->setCurrentId(QString::number(m_row));
    }
    for (auto *l : {m_saw, m_posts, m_sheets, m_bar, m_find})
        l->setVisible(plate.has_value());
    if (plate) showWords(*plate);
    showEntries();
}

namespace {
/// How the holes are found, by what the plate is.
QString findWords(const Plate &plate, const PlateSaid *said) {
    const bool punched = !said || said->punched;
    switch (plate.kind) {
    case PlateKind::Motor:
        return punched
                   ? u"Punch 1 to 4 through the bracket, do not measure them: clamp the blank on, a transfer punch in "
                     "each hole. Then %1 lands where the shaft is."_s.arg(plate.slotted ? u"5"_s : u"the pilot"_s)
                   : u"1 to 4 are measured: twice, from two edges, before anything is drilled."_s;
    case PlateKind::Block:
        return u"Bore the seat to its fit in one setting with the face it is screwed to; the fixings come last, "
               "punched with the screw in its bearings."_s;
    case PlateKind::Bracket:
        return plate.folded()
                   ? u"Leave the foot a millimetre long: bolt up with screw and nut, bring the nut to the fixed end, "
                     "measure what it stands off, then finish. Spot the nut's holes through its flange."_s
                   : u"Spot the nut's holes through its flange; pin the bracket once the nut runs free from end to "
                     "end."_s;
    case PlateKind::Cover:
        return u"On before the drive is switched on, and off only with a tool: a belt draws fingers in."_s;
    }
    return {};
}
} // namespace

void PlateView::showWords(const Plate &plate) {
    const auto mass = [](double kg) { return text(withUnit(kg, Dimension::Mass, "kg", 2)); };
    const auto mm = [](double v) { return text(shownNumber(v, Dimension::Length, "mm", 4)); };
    const auto &model = m_proved->model;
    const auto *any = model.plateSaid(m_kind);
    m_saw->setText(u"Saw to %1 × %2 × %3, %4, %5; done %6%7"_s.arg(
        mm(plate.sawWidth), mm(plate.sawHeight), mm(plate.thickness),
        text(any ? any->materialWords() : PlateSaid().materialWords()), mass(plate.blankMass), mass(plate.doneMass),
        plate.outlineAssumed ? u".  Edges dashed: drawn for one and a half holes (W)"_s : QString()));
    const auto *said = model.plate.get();
    m_posts->setVisible(m_kind == PlateKind::Motor);
    m_posts->setText(
        said && said->postLength.known()
            ? u"Posts 4 × %1 long, M%2: turned together, equal to 0.02"_s.arg(
                  mm(said->postLength.v), text(numberText(said->fixThread.known() ? said->fixThread.v * 1e3 : 6, 2)))
            : u"Posts: how long is not known"_s);
    const auto paper = paperFor(m_session->name(), model, m_kind);
    const auto sheets =
        printSheets(plate.width() * paper.scale, plate.height() * paper.scale, paperSize(paper.letter), 22e-3);
    m_sheets->setText(u"%1, %2%3"_s.arg(
        paper.letter ? u"Letter"_s : u"A4"_s,
        sheets.size() == 1 ? u"one sheet"_s : u"%1 sheets, lapped 20 mm, cross on cross"_s.arg(sheets.size()),
        plate.draft() ? u"; headed DRAFT, not known: "_s + text(plate.open.front()) : QString()));
    m_bar->setText(said && said->bar.known() ? std::fabs(paper.scale - 1) < 5e-4
                                                   ? u"The bar measures 100: the print is true."_s
                                                   : u"The 100 bar measures %1: printed at %2 % from now on."_s.arg(
                                                         mm(said->bar.v), text(numberText(paper.scale * 100, 4)))
                                             : u"Print, calliper over the bar, type what it measures."_s);
    m_find->setText(findWords(plate, any));
}

std::vector<std::string> PlateView::entriesOf(const Plate &plate) const {
    const auto d = plateAt(), motor = at() + "plate/";
    const auto kind = chosenKind();
    const auto in = [](const std::string &place, std::initializer_list<const char *> keys) {
        std::vector<std::string> out;
        for (const auto *key : keys)
            out.push_back(place + key);
        return out;
    };
    if (m_kind != PlateKind::Motor) {
        if (kind == HoleKind::Post)
            return plate.folded()
                       ? in(d, {"fix/into", "fix/apart_mm", "fix/along_mm", "fix/thread_mm", "fix/how"})
                       : in(d, m_kind == PlateKind::Cover
                                   ? std::initializer_list<const char *>{"fix/apart_mm", "fix/above_mm", "fix/below_mm",
                                                                         "fix/thread_mm", "fix/how"}
                                   : std::initializer_list<const char *>{"fix/into", "fix/apart_mm", "fix/above_mm",
                                                                         "fix/below_mm", "fix/thread_mm", "fix/how"});
        if (kind == HoleKind::Ring) return in(d, {"ring/circle_mm", "ring/screws", "ring/thread_mm"});
        if (kind == HoleKind::Tapped)
            return in(motor, {"post/apart_mm", "post/above_mm", "post/below_mm", "post/thread_mm"});
        if (kind == HoleKind::Shaft) return in(d, {"bore_mm", "thickness_mm", "material"});
        auto keys = in(d, {"thickness_mm", "width_mm", "above_mm", "below_mm", "material"});
        keys.push_back(d + (m_kind == PlateKind::Cover ? "gap_mm" : "fix/into"));
        keys.push_back(d + "bore_mm");
        keys.push_back(motor + "bar_mm");
        return keys;
    }
    if (!kind)
        return in(d, {"thickness_mm", "width_mm", "above_mm", "below_mm", "material", "bore_mm", "paper", "bar_mm"});
    if (kind == HoleKind::Post)
        return in(d,
                  {"post/apart_mm", "post/above_mm", "post/below_mm", "post/how", "post/thread_mm", "post/length_mm"});
    if (kind == HoleKind::Shaft) return in(d, {"bore_mm", "thickness_mm", "material"});
    auto keys = in(at() + "motor/", {"bolt_square_mm", "pilot_mm", "thread_depth_mm"});
    for (auto &more :
         in(d, {"bolt_length_mm", "washer_mm", "dowels", "dowel_mm", "motor_square_mm", "pilot_bore_mm", "recess_mm"}))
        keys.push_back(std::move(more));
    keys.push_back(at() + "motor/pilot_height_mm");
    if (plate.slotted) {
        keys.push_back(stageAt() + "slot_from_mm");
        keys.push_back(stageAt() + "slot_to_mm");
    }
    return keys;
}

void PlateView::showEntries() {
    const auto keys = m_drawing->plate() ? entriesOf(*m_drawing->plate()) : std::vector<std::string>();
    if (keys == m_keys) return;
    m_keys = keys;
    for (auto *f : m_fields)
        m_drop(f);
    m_fields.clear();
    for (std::size_t k = 0; k < keys.size(); ++k) {
        auto *f = m_make(text(keys[k]), m_entries);
        m_grid->addWidget(f, int(k) / 4, int(k) % 4);
        f->show();
        m_fields.push_back(f);
    }
    for (int c = 0; c < 4; ++c)
        m_grid->setColumnStretch(c, 1);
}

void PlateView::pick(int row) {
    m_row = row == m_row ? -1 : row; // once more: the plate itself
    emit changed();
}

void PlateView::put(const std::vector<std::pair<std::string, double>> &mm, const QString &words, const QString &merge) {
    std::vector<Patch> patches;
    for (const auto &[place, value] : mm)
        patches.push_back(
            {place, {{"typed", numberText(std::round(value * 1e4) / 10, 6) + "mm"}, {"standing", "stated"}}});
    m_session->apply({patches, words, merge});
}
void PlateView::drag(PlateDrawing::Held what, QPointF to, int drag) {
    const auto &plate = m_drawing->plate();
    if (!plate) return;
    const QString merge = u"plate %1 %2"_s.arg(text(m_proved->model.id)).arg(drag);
    const auto d = plateAt(), fix = fixAt();
    using Held = PlateDrawing::Held;
    const double snap = 5e-4; // half a millimetre
    const auto at = [&](double v) { return std::round(v / snap) * snap; };
    switch (what) {
    case Held::Post: {
        const double up = at(std::clamp(std::fabs(to.y()), 2e-3, 0.3)),
                     apart = 2 * at(std::clamp(std::fabs(to.x()), 3e-3, 0.24));
        const auto words = m_kind == PlateKind::Motor ? u"posts"_s : u"fixings"_s;
        if (plate->folded()) {
            const double middle = plate->fold + (plate->footAbove ? 1 : -1) * plate->thickness / 2;
            const double along = 2 * std::fabs(to.y() - middle);
            put({{fix + "apart_mm", apart}, {fix + "along_mm", at(std::min(along, plate->thickness))}}, words, merge);
            break;
        }
        const auto [upper, lower] = postRows(*plate);
        const bool over = to.y() > 0;
        put({{fix + "apart_mm", apart},
             {fix + (over ? "above_mm" : "below_mm"), up},
             {fix + (over ? "below_mm" : "above_mm"), over ? -lower : upper}},
            words, merge);
        break;
    }
    case Held::Side: put({{d + "width_mm", 2 * at(std::clamp(to.x(), 0.01, 0.3))}}, u"plate wide"_s, merge); break;
    case Held::Top:
        put({{d + "above_mm", at(std::clamp(to.y() - (plate->top - plate->faceTop()), 5e-3, 0.4))}},
            u"plate above the shaft"_s, merge);
        break;
    case Held::Bottom:
        put({{d + "below_mm", at(std::clamp(-to.y() - (plate->faceBottom() - plate->bottom), 5e-3, 0.9))}},
            u"plate below the shaft"_s, merge);
        break;
    case Held::SlotNear:
    case Held::SlotFar: {
        // the nearest of the four: its place less the bolt square
        double half = 0;
        for (const auto &h : plate->holes)
            if (h.kind == HoleKind::Bolt) half = std::fabs(h.y + (plate->slotFrom + plate->slotTo) / 2);
        const double middle = -(plate->slotFrom + plate->slotTo) / 2;
        const double centre = -(to.y() - (to.y() > middle ? half : -half));
        const auto s = stageAt();
        const double from = what == Held::SlotNear ? std::min(at(centre), plate->centre) : plate->slotFrom,
                     end = what == Held::SlotFar ? std::max(at(centre), plate->centre) : plate->slotTo;
        put({{s + "slot_from_mm", from}, {s + "slot_to_mm", end}}, u"slots"_s, merge); // the belt stays lawful in them
        break;
    }
    case Held::Nothing: break;
    }
}
void PlateView::nudge(double dx, double dy) {
    const auto &plate = m_drawing->plate();
    if (!plate) return;
    const auto kind = chosenKind();
    const auto d = plateAt(), fix = fixAt();
    const QString merge = u"plate keys %1 %2 %3"_s.arg(text(m_proved->model.id)).arg(int(m_kind)).arg(m_row);
    if (!kind) // the plate itself: wider, longer below
        return put(dx != 0 ? std::vector<std::pair<std::string, double>>{{d + "width_mm", plate->width() + 2 * dx}}
                           : std::vector<std::pair<std::string, double>>{{d + "below_mm", -plate->faceBottom() - dy}},
                   u"plate"_s, merge);
    if (*kind == HoleKind::Post) {
        const auto &h = plate->holes[holeRows(*plate)[std::size_t(m_row)].holes.front()];
        const double apart = 2 * (std::fabs(h.x) + (h.x < 0 ? -dx : dx));
        const auto words = m_kind == PlateKind::Motor ? u"posts"_s : u"fixings"_s;
        const auto [upper, lower] = postRows(*plate);
        if (plate->folded()) {
            const double along = upper - lower + (h.y >= upper ? 2 : -2) * dy;
            return put({{fix + "apart_mm", apart}, {fix + "along_mm", std::max(0.0, along)}}, words, merge);
        }
        return put({{fix + "apart_mm", apart},
                    {fix + "above_mm", std::max(0.0, upper + (h.y == upper ? dy : 0))},
                    {fix + "below_mm", std::max(0.0, -lower - (h.y == upper ? 0 : dy))}},
                   words, merge);
    }
    if (plate->slotted && *kind != HoleKind::Shaft && dy != 0)
        return put({{stageAt() + "slot_from_mm", std::min(plate->slotFrom - dy, plate->centre)},
                    {stageAt() + "slot_to_mm", std::max(plate->slotTo - dy, plate->centre)}},
                   u"slots"_s, merge);
    if (*kind == HoleKind::Ring && dx + dy != 0) {
        const auto &h = plate->holes[holeRows(*plate)[std::size_t(m_row)].holes.front()];
        return put({{d + "ring/circle_mm", 2 * (std::hypot(h.x, h.y) + dx + dy)}}, u"ring of screws"_s, merge);
    }
    emit said(u"This hole follows %1: its place is theirs."_s.arg(m_kind == PlateKind::Motor ? u"motor and shaft"_s
                                                                                             : u"screw and shaft"_s));
}
void PlateView::togglePunch() {
    if (!m_drawing->plate()) return;
    const auto *written = m_proved->model.plateSaid(m_kind);
    const bool punched = !written || written->punched;
    m_session->apply({{{fixAt() + "how", punched ? "measured" : "punch"}},
                      punched ? u"holes measured"_s : u"holes punched through"_s});
}
void PlateView::writeEdges() {
    if (const auto &plate = m_drawing->plate())
        put({{plateAt() + "width_mm", plate->width()},
             {plateAt() + "above_mm", plate->faceTop()},
             {plateAt() + "below_mm", -plate->faceBottom()}},
            u"edges of the plate"_s, {});
}

QString PlateView::table() const {
    QString t = u"hole\tØ\tfor\tx\ty\thow\n"_s;
    if (const auto &plate = m_drawing->plate()) {
        int n = 0;
        for (const auto &r : holeRows(*plate))
            t += u"%1\t%2\t%3\t%4\t%5\t%6\n"_s.arg(++n).arg(r.size, r.purpose, r.x, r.y, r.how);
    }
    return t;
}
QByteArray PlateView::printed(Print kind) const {
    const auto &plate = m_drawing->plate();
    if (!plate) return {};
    const auto paper = paperFor(m_session->name(), m_proved->model, m_kind);
    return kind == Print::Pdf   ? platePdf(*plate, paper)
           : kind == Print::Svg ? plateSvg(*plate, paper)
                                : plateDxf(*plate, paper);
}

bool PlateView::handleKey(QKeyEvent *e) {
    const auto &plate = m_drawing->plate();
    if (!plate) return false;
    const int count = int(holeRows(*plate).size());
    const double step = e->modifiers() & Qt::ShiftModifier ? 1e-3 : 1e-4;
    switch (e->key()) {
    case Qt::Key_Period: // after the last the plate itself
        m_row = m_row + 1 < count ? m_row + 1 : -1;
        emit changed();
        return true;
    case Qt::Key_Comma:
        m_row = m_row < 0 ? count - 1 : m_row - 1;
        emit changed();
        return true;
    case Qt::Key_Left: nudge(-step, 0); return true;
    case Qt::Key_Right: nudge(step, 0); return true;
    case Qt::Key_Up: nudge(0, step); return true;
    case Qt::Key_Down: nudge(0, -step); return true;
    case Qt::Key_S: // the next sheet there is
        for (int k = 1; k <= int(plateKinds.size()); ++k) {
            const auto next = PlateKind((int(m_kind) + k) % int(plateKinds.size()));
            if (!plateOfAxis(m_proved->model, m_proved->evaluation.state, next)) continue;
            show(next);
            break;
        }
        return true;
    case Qt::Key_T: togglePunch(); return true;
    case Qt::Key_W: writeEdges(); return true;
    case Qt::Key_P:
        m_last = Print::Pdf;
        emit printAsked(m_last);
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (!m_fields.empty()) m_fields.front()->setFocus();
        return true;
    default: return false;
    }
}

} // namespace lw
