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
    setAccessibleName(u"The motor's plate, to scale, seen from the pulley"_s);
    setMouseTracking(true);
    setMinimumSize(lettered(300), 380);
}
void PlateDrawing::refresh(const std::optional<Plate> &plate, int chosen, Verdict edge, Verdict wall, bool judged) {
    m_plate = plate;
    m_chosen = chosen;
    m_edge = edge;
    m_wall = wall;
    m_judged = judged;
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
                   u"A plate wants a motor and its size: choose one in Chain."_s);
        return;
    }
    m_picture = paintPlate(p, QRectF(rect()), *m_plate, m_chosen, m_edge, m_wall, m_judged);
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
    left->addWidget(makeLabel(u"From the pulley side. Zero is the middle of the driven shaft"_s, 13, Ink::Label, false,
                              true, this));
    m_drawing = new PlateDrawing(this);
    left->addWidget(m_drawing, 1);
    h->addLayout(left, 5);
    auto *right = new QVBoxLayout;
    right->setSpacing(4);
    m_model = new CellsModel({u""_s, u"Ø, mm"_s, u"for"_s, u"x"_s, u"y"_s, u"how"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"plateHoles"_s);
    m_table->setAccessibleName(u"Holes of the plate and how each is found"_s);
    m_table->setWidths({32, 104, 0, 72, 84, 62});
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

std::string PlateView::at() const {
    const auto &m = m_proved->model;
    return "/axes/" + m.id + "/designs/" + m.designId + "/";
}
std::string PlateView::stageAt() const { return stagePointer(m_proved->model, 0); }

void PlateView::refresh(const ProvedAxis &p) {
    m_proved = &p;
    const auto plate = plateOfAxis(p.model, p.evaluation.state);
    const bool written = p.model.plate != nullptr;
    auto edge = Verdict::NotKnown, wall = Verdict::NotKnown, worst = Verdict::Holds;
    QString says;
    std::vector<CellRow> found;
    for (const auto &f : p.evaluation.findings) {
        const auto code = f.check->code;
        if (code == "PL-01") edge = f.verdict;
        if (code == "PL-02") wall = f.verdict;
        if (code == "PL-01" || code == "PL-02" || code == "TR-47" || code == "TR-32" || code == "TR-13") {
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
    }
    {
        const QSignalBlocker quiet(m_findings);
        m_findings->setVisible(!found.empty());
        m_found->setRows(std::move(found));
    }
    if (!plate) {
        m_headline = u"No motor yet: a plate follows it"_s;
        m_verdict = Verdict::NotKnown;
    } else if (!written) {
        m_headline = u"Drawn from motor and belt: say what the plate is of"_s;
        m_verdict = Verdict::NotKnown;
    } else if (worst == Verdict::Fails || plate->open.empty()) {
        m_headline = worst == Verdict::Holds ? u"The plate fits"_s : says;
        m_verdict = worst;
    } else {
        m_headline = u"Not known yet: "_s + text(plate->open.front());
        m_verdict = Verdict::NotKnown;
    }
    const auto rows = plate ? holeRows(*plate) : std::vector<HoleRow>();
    if (m_row >= int(rows.size())) m_row = -1;
    m_drawing->refresh(plate, m_row, edge, wall, written);
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
    const auto mass = [](double kg) { return text(withUnit(kg, Dimension::Mass, "kg", 2)); };
    const auto mm = [](double v) { return text(shownNumber(v, Dimension::Length, "mm", 4)); };
    for (auto *l : {m_saw, m_posts, m_sheets, m_bar, m_find})
        l->setVisible(plate.has_value());
    if (plate) {
        const auto material = text(m_proved->model.plate ? m_proved->model.plate->material : "aluminium");
        m_saw->setText(u"Saw to %1 × %2 × %3, %4, %5; done %6%7"_s.arg(
            mm(plate->sawWidth), mm(plate->sawHeight), mm(plate->thickness), material, mass(plate->blankMass),
            mass(plate->doneMass),
            plate->outlineAssumed ? u".  Edges dashed: drawn for one and a half holes (W)"_s : QString()));
        const auto *said = p.model.plate.get();
        m_posts->setText(said && said->postLength.known()
                             ? u"Posts 4 × %1 long, M%2: turned together, equal to 0.02"_s.arg(
                                   mm(said->postLength.v),
                                   text(numberText(said->postThread.known() ? said->postThread.v * 1e3 : 6, 2)))
                             : u"Posts: how long is not known"_s);
        const bool letter = said && said->letter;
        const double scale = said && said->bar.known() ? printScale(said->bar.v) : 1;
        const auto sheets = printSheets(plate->width() * scale, plate->height() * scale, paperSize(letter), 22e-3);
        m_sheets->setText(u"%1, %2%3"_s.arg(
            letter ? u"Letter"_s : u"A4"_s,
            sheets.size() == 1 ? u"one sheet"_s : u"%1 sheets, lapped 20 mm, cross on cross"_s.arg(sheets.size()),
            plate->draft() ? u"; headed DRAFT, not known: "_s + text(plate->open.front()) : QString()));
        m_bar->setText(said && said->bar.known() ? std::fabs(scale - 1) < 5e-4
                                                       ? u"The bar measures 100: the print is true."_s
                                                       : u"The 100 bar measures %1: printed at %2 % from now on."_s.arg(
                                                             mm(said->bar.v), text(numberText(scale * 100, 4)))
                                                 : u"Print, calliper over the bar, type what it measures."_s);
        const bool punched = !said || said->postsPunched;
        m_find->setText(punched ? u"Punch 1 to 4 through the bracket, do not measure them: clamp the blank on, a "
                                  "transfer punch in each hole. Then %1 lands where the shaft is."_s.arg(
                                      plate->slotted ? u"5"_s : u"the pilot"_s)
                                : u"1 to 4 are measured: twice, from two edges, before anything is drilled."_s);
    }
    showEntries();
}

void PlateView::showEntries() {
    std::vector<std::string> keys;
    if (const auto &plate = m_drawing->plate()) {
        const auto d = at() + "plate/";
        const auto rows = holeRows(*plate);
        const auto kind =
            m_row >= 0 ? std::optional(plate->holes[rows[std::size_t(m_row)].holes.front()].kind) : std::nullopt;
        if (!kind)
            keys = {d + "thickness_mm", d + "width_mm", d + "above_mm", d + "below_mm",
                    d + "material",     d + "bore_mm",  d + "paper",    d + "bar_mm"};
        else if (*kind == HoleKind::Post)
            keys = {d + "post/apart_mm", d + "post/above_mm",  d + "post/below_mm",
                    d + "post/how",      d + "post/thread_mm", d + "post/length_mm"};
        else if (*kind == HoleKind::Shaft)
            keys = {d + "bore_mm", d + "thickness_mm", d + "material"};
        else {
            keys = {at() + "motor/bolt_square_mm",
                    at() + "motor/pilot_mm",
                    at() + "motor/thread_depth_mm",
                    d + "bolt_length_mm",
                    d + "washer_mm",
                    d + "dowels",
                    d + "dowel_mm",
                    d + "motor_square_mm",
                    d + "pilot_bore_mm",
                    d + "recess_mm",
                    at() + "motor/pilot_height_mm"};
            if (plate->slotted) {
                keys.push_back(stageAt() + "slot_from_mm");
                keys.push_back(stageAt() + "slot_to_mm");
            }
        }
    }
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
    const auto d = at() + "plate/";
    using Held = PlateDrawing::Held;
    const double snap = 5e-4; // half a millimetre
    const auto at = [&](double v) { return std::round(v / snap) * snap; };
    switch (what) {
    case Held::Post: {
        const double up = at(std::clamp(std::fabs(to.y()), 2e-3, 0.3));
        put({{d + "post/apart_mm", 2 * at(std::clamp(std::fabs(to.x()), 3e-3, 0.24))},
             {to.y() > 0 ? d + "post/above_mm" : d + "post/below_mm", up},
             {to.y() > 0 ? d + "post/below_mm" : d + "post/above_mm",
              to.y() > 0 ? -plate->holes[2].y : plate->holes[0].y}},
            u"posts"_s, merge);
        break;
    }
    case Held::Side: put({{d + "width_mm", 2 * at(std::clamp(to.x(), 0.01, 0.3))}}, u"plate wide"_s, merge); break;
    case Held::Top:
        put({{d + "above_mm", at(std::clamp(to.y(), 5e-3, 0.4))}}, u"plate above the shaft"_s, merge);
        break;
    case Held::Bottom:
        put({{d + "below_mm", at(std::clamp(-to.y(), 5e-3, 0.9))}}, u"plate below the shaft"_s, merge);
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
    const auto rows = holeRows(*plate);
    const auto kind =
        m_row >= 0 ? std::optional(plate->holes[rows[std::size_t(m_row)].holes.front()].kind) : std::nullopt;
    const auto d = at() + "plate/";
    const QString merge = u"plate keys %1 %2"_s.arg(text(m_proved->model.id)).arg(m_row);
    if (!kind) // the plate itself: wider, longer below
        return put(dx != 0 ? std::vector<std::pair<std::string, double>>{{d + "width_mm", plate->width() + 2 * dx}}
                           : std::vector<std::pair<std::string, double>>{{d + "below_mm", -plate->bottom - dy}},
                   u"plate"_s, merge);
    if (*kind == HoleKind::Post) {
        const auto &h = plate->holes[std::size_t(m_row)];
        const double x = std::fabs(h.x) + (h.x < 0 ? -dx : dx);
        return put({{d + "post/apart_mm", 2 * x},
                    {d + "post/above_mm", plate->holes[0].y + (h.y > 0 ? dy : 0)},
                    {d + "post/below_mm", -plate->holes[2].y - (h.y < 0 ? dy : 0)}},
                   u"posts"_s, merge);
    }
    if (plate->slotted && *kind != HoleKind::Shaft && dy != 0)
        return put({{stageAt() + "slot_from_mm", std::min(plate->slotFrom - dy, plate->centre)},
                    {stageAt() + "slot_to_mm", std::max(plate->slotTo - dy, plate->centre)}},
                   u"slots"_s, merge);
    emit said(u"This hole follows motor and shaft: its place is theirs."_s);
}
void PlateView::togglePunch() {
    if (!m_drawing->plate()) return;
    const bool punched = !m_proved->model.plate || m_proved->model.plate->postsPunched;
    m_session->apply({{{at() + "plate/post/how", punched ? "measured" : "punch"}},
                      punched ? u"posts measured"_s : u"posts punched through"_s});
}
void PlateView::writeEdges() {
    if (const auto &plate = m_drawing->plate())
        put({{at() + "plate/width_mm", plate->width()},
             {at() + "plate/above_mm", plate->top},
             {at() + "plate/below_mm", -plate->bottom}},
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
    const auto *said = m_proved->model.plate.get();
    PlatePaper paper{u"%1, %2: motor plate"_s.arg(m_session->name(), text(m_proved->model.id)), said && said->letter,
                     said && said->bar.known() ? printScale(said->bar.v) : 1};
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
