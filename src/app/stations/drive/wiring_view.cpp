#include "app/stations/drive/wiring_view.h"
#include "app/entries/cells.h"
#include "app/entries/fields.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include "plan/cautions.h"
#include "units/plain_number.h"
#include <algorithm>
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;
using Kind = WirePlace::Kind;

namespace {
QString nameOf(const WirePlace &place, const WiringSheet &s) {
    const QString id = text(place.id);
    switch (place.kind) {
    case Kind::Mains: return u"Mains"_s;
    case Kind::Supply:
        for (const auto &u : s.supplies)
            if (u.id == place.id) return text(u.name);
        return u"Supply"_s;
    case Kind::Drive: return u"Drive "_s + id;
    case Kind::Cable: return u"Cable of "_s + id;
    case Kind::Motor: return u"Motor "_s + id;
    case Kind::Controller: return u"Controller"_s;
    case Kind::Chain: return place.id.empty() ? u"Stop chain"_s : u"Alarm of "_s + id;
    case Kind::Brake: return u"Brake of "_s + id;
    case Kind::Cabinet: return u"Cabinet"_s;
    case Kind::Machine: break;
    }
    return {};
}
} // namespace

// ---- the diagram

WiringDiagram::WiringDiagram(QWidget *parent) : QWidget(parent) {
    setObjectName(u"wiringDiagram"_s);
    setAccessibleName(u"One-line diagram from the mains to the motors"_s);
    setMouseTracking(true);
}
void WiringDiagram::refresh(const WiringSheet *sheet, const WirePlace &chosen) {
    m_sheet = sheet;
    m_chosen = chosen;
    setMinimumSize(lettered(836), 214 + 66 * int(std::max<std::size_t>(2, sheet->axes.size()))); // smaller: it scrolls
    QStringList words;
    for (const auto &f : sheet->findings)
        words << text(f.title) + u": "_s + text(f.sentence);
    setAccessibleDescription(words.join(u'\n'));
    update();
}
void WiringDiagram::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.fillRect(rect(), theme().sheet);
    if (m_sheet) m_picture = paintWiring(p, QRectF(rect()).adjusted(2, 0, -4, 0), *m_sheet, m_chosen);
}
void WiringDiagram::mousePressEvent(QMouseEvent *e) {
    const auto *place = m_picture.at(e->position());
    if (!place) return;
    m_cable.clear();
    if (place->kind == Kind::Cable)
        for (const auto &a : m_sheet->axes)
            if (a.id == place->id) {
                m_cable = text(a.id);
                m_length = a.length.known() ? a.length.v : 3;
                m_from = e->position().x();
            }
    emit picked(*place);
}
void WiringDiagram::mouseMoveEvent(QMouseEvent *e) {
    if (m_cable.isEmpty()) return setCursor(m_picture.at(e->position()) ? Qt::PointingHandCursor : Qt::ArrowCursor);
    // a hundred pixels are a metre and a half, in steps of a tenth
    const double by = (e->position().x() - m_from) / 66;
    const double length = std::clamp(std::round((m_length + by) * 10) / 10, 0.3, 20.0);
    if (std::fabs(by) > 0.06) emit lengthDragged(m_cable, length);
}
void WiringDiagram::mouseReleaseEvent(QMouseEvent *) { m_cable.clear(); }

// ---- the view

WiringView::WiringView(Session *session, MakeField make, DropField drop, QWidget *parent)
    : QWidget(parent), m_session(session), m_make(std::move(make)), m_drop(std::move(drop)) {
    setObjectName(u"wiringView"_s);
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(8);
    auto *left = new QVBoxLayout;
    left->setSpacing(4);
    m_diagram = new WiringDiagram(this);
    connect(m_diagram, &WiringDiagram::picked, this, &WiringView::pick);
    connect(m_diagram, &WiringDiagram::lengthDragged, this, [this](const QString &axis, double metres) {
        const auto id = axis.toStdString();
        m_session->typeInto(u"/axes/%1/designs/%2/cable/length_mm"_s.arg(axis, text(m_session->design(id))),
                            QString::number(metres, 'f', 1) + u"m"_s);
    });
    m_scroll = new QScrollArea(this);
    m_scroll->setWidgetResizable(true);
    m_scroll->setFrameShape(QFrame::NoFrame);
    m_scroll->setFocusPolicy(Qt::NoFocus);
    m_scroll->setWidget(m_diagram);
    left->addWidget(m_scroll, 1);
    left->addWidget(makeRule(this));
    auto *head = new QHBoxLayout;
    m_name = makeLabel({}, 15, Ink::Value, true, false, this);
    m_name->setObjectName(u"wireName"_s);
    head->addWidget(m_name);
    head->addStretch(1);
    auto *list = makeButton(u"Put on the parts list (L)"_s, u"wiringToParts"_s, this);
    list->setFocusPolicy(Qt::NoFocus);
    list->setToolTip(u"Cables with their plugs, fuses, contactors, fans, resistors: what has a size here."_s);
    connect(list, &QPushButton::clicked, this, &WiringView::putOnList);
    head->addWidget(list);
    auto *cables = makeButton(u"Cable list (CSV)"_s, u"cableList"_s, this);
    cables->setFocusPolicy(Qt::NoFocus);
    connect(cables, &QPushButton::clicked, this, &WiringView::cablesAsked);
    head->addWidget(cables);
    left->addLayout(head);
    m_entries = new QWidget(this);
    m_grid = new QGridLayout(m_entries);
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setHorizontalSpacing(12);
    m_grid->setVerticalSpacing(2);
    m_entries->setFixedHeight(98);
    left->addWidget(m_entries);
    h->addLayout(left, 1);

    auto *right = new QWidget(this);
    right->setFixedWidth(lettered(304));
    auto *v = new QVBoxLayout(right);
    v->setContentsMargins(0, 0, 10, 6);
    v->setSpacing(5);
    m_model = new CellsModel({u""_s, u"Found"_s, u""_s}, this);
    m_table = new CellsView(m_model, right);
    m_table->setObjectName(u"wiringFindings"_s);
    m_table->setAccessibleName(u"What is found of the wiring, worst first"_s);
    m_table->setWidths({38, 0, 72});
    connect(m_table, &CellsView::currentIdChanged, this, [this] {
        if (const auto *f = finding(); f && !(f->place == m_place)) pick(f->place);
        showFinding();
    });
    v->addWidget(m_table, 1);
    m_words = makeLabel({}, 13, Ink::Value, false, true, right);
    m_words->setObjectName(u"wireWords"_s);
    v->addWidget(m_words);
    m_mend = makeLink({}, right, true, true);
    m_mend->setObjectName(u"wireMend"_s);
    connect(m_mend, &QPushButton::clicked, this, &WiringView::mend);
    v->addWidget(m_mend);
    // beside the part it concerns
    auto *frame = new QFrame(right);
    frame->setProperty("caution", true);
    auto *c = new QVBoxLayout(frame);
    c->setContentsMargins(10, 6, 10, 6);
    m_caution = makeLabel({}, 13, Ink::Value, false, true, frame);
    m_caution->setObjectName(u"wireCaution"_s);
    c->addWidget(m_caution);
    v->addWidget(frame);
    h->addWidget(right);
}

const WireFinding *WiringView::finding() const {
    bool ok = false;
    const auto k = m_table->currentId().toUInt(&ok);
    const auto &all = m_session->wiring().findings;
    return ok && k < all.size() ? &all[k] : nullptr;
}
QString WiringView::headline() const {
    const auto &s = m_session->wiring();
    if (s.supplies.empty()) return u"No axis has a motor yet: Sizing proposes whole designs"_s;
    const auto &f = s.findings.front();
    int open = 0;
    for (const auto &x : s.findings)
        open += x.verdict == Verdict::NotKnown;
    if (f.verdict == Verdict::NotKnown)
        return u"%1: not known yet%2"_s.arg(text(f.title), open > 1 ? u", and %1 more"_s.arg(open - 1) : QString());
    if (f.verdict == Verdict::Holds) return u"Every wire and box holds"_s;
    return text(f.title) + (f.figure.empty() ? QString() : u": "_s + text(f.figure));
}
Verdict WiringView::verdict() const { return m_session->wiring().worst(); }

void WiringView::refresh() {
    const auto &s = m_session->wiring();
    const auto *was = finding();
    const QString kept = was ? text(was->title) : QString();
    std::vector<CellRow> rows;
    QString current;
    for (std::size_t k = 0; k < s.findings.size(); ++k) {
        const auto &f = s.findings[k];
        CellRow r;
        r.id = QString::number(k);
        Cell mark;
        mark.mark = f.verdict;
        Cell name{text(f.title)};
        name.under = text(f.sentence);
        Cell figure{text(f.figure)};
        figure.right = figure.bold = true;
        r.cells = {mark, name, figure};
        r.tip = text(f.sentence);
        if (text(f.title) == kept) current = r.id;
        rows.push_back(std::move(r));
    }
    const QSignalBlocker quiet(m_table); // what is marked anew is not picked anew
    m_model->setRows(std::move(rows));
    if (m_place.kind == Kind::Machine)
        m_place = s.findings.empty() ? WirePlace{Kind::Mains, {}} : s.findings.front().place;
    if (!s.findings.empty()) m_table->setCurrentId(current.isEmpty() ? u"0"_s : current);
    showPlace();
    showFinding();
}

void WiringView::showFinding() {
    const auto *f = finding();
    m_words->setText(f ? text(f->sentence) : QString());
    m_mend->setVisible(f && !f->lever.empty());
    m_mend->setEnabled(f && !f->patches.empty());
    if (f) m_mend->setText(text(f->lever) + (f->patches.empty() ? QString() : u" (M)"_s));
    const auto kind = f ? f->place.kind : Kind::Mains;
    const auto c = caution(kind == Kind::Mains || kind == Kind::Cabinet || kind == Kind::Chain ? "S01"
                           : kind == Kind::Supply                                              ? "S02"
                                                                                               : "S25",
                           notKnown);
    m_caution->setText(c.text ? u"//  "_s + text(c.text->head) + u". "_s + text(c.words) : QString());
}

void WiringView::pick(const WirePlace &place) {
    m_place = place;
    emit placeChanged();
}
void WiringView::showPlace() {
    const auto &s = m_session->wiring();
    const auto &place = m_place;
    m_name->setText(nameOf(place, s));
    auto keys = fieldsOf(s, place);
    if (keys != m_keys) {
        m_keys = keys;
        for (auto *f : m_fields)
            m_drop(f);
        m_fields.clear();
        const int columns = std::max(5, int(keys.size() + 1) / 2); // two rows
        for (std::size_t k = 0; k < keys.size(); ++k) {
            auto *f = m_make(text(keys[k]), m_entries);
            m_grid->addWidget(f, int(k) / columns, int(k) % columns);
            f->show();
            m_fields.push_back(f);
        }
        for (int c = 0; c < columns; ++c)
            m_grid->setColumnStretch(c, 1);
    }
    m_diagram->refresh(&s, m_place);
    for (const auto &a : m_diagram->picture().areas) // in a small window the diagram scrolls to what is picked
        if (a.place == place) m_scroll->ensureVisible(int(a.area.center().x()), int(a.area.center().y()), 80, 40);
    // the worst that is said of it
    if (const auto *now = finding(); !now || !(now->place == place))
        for (std::size_t k = 0; k < s.findings.size(); ++k)
            if (s.findings[k].place == place) {
                const QSignalBlocker quiet(m_table);
                m_table->setCurrentId(QString::number(k));
                showFinding();
                break;
            }
}

void WiringView::mend() {
    const auto *f = finding();
    if (!f || f->patches.empty()) return emit said(u"No change of the job mends this: it is done at the machine."_s);
    const auto taken = *f;
    m_session->apply({taken.patches, text(taken.title)});
    emit said(u"Taken as done: %1. Ctrl+Z takes it back."_s.arg(text(taken.lever)));
}

void WiringView::putOnList() {
    const auto parts = partsOfWiring(m_session->wiring());
    if (parts.empty()) return emit said(u"Nothing of the wiring has a size yet: cables, fuses, fans."_s);
    const auto patches = listedParts(m_session->project(), parts);
    if (patches.empty()) return emit said(u"All of it is on the list of parts already."_s);
    double price = 0;
    for (const auto &p : parts)
        if (std::any_of(patches.begin(), patches.end(), [&](const auto &x) { return x.pointer == "/parts/" + p.key; }))
            price += p.price;
    m_session->apply({patches, u"parts of the wiring listed"_s});
    emit said(u"%1 lines on the list of parts, ≈ %2, prices assumed. Ctrl+Z takes them back."_s.arg(patches.size())
                  .arg(text(numberText(price, 4))));
}

QByteArray WiringView::cablesCsv() const { return QByteArray::fromStdString(lw::cablesCsv(m_session->wiring())); }

bool WiringView::handleKey(QKeyEvent *e) {
    const auto &areas = m_diagram->picture().areas;
    const auto &s = m_session->wiring();
    switch (e->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right: { // along the wire
        if (areas.empty()) return true;
        const auto now = std::find_if(areas.begin(), areas.end(), [&](const auto &a) { return a.place == m_place; });
        const int count = int(areas.size()), at = now == areas.end() ? 0 : int(now - areas.begin());
        pick(areas[std::size_t((at + (e->key() == Qt::Key_Right ? 1 : count - 1)) % count)].place);
        return true;
    }
    case Qt::Key_Comma:
    case Qt::Key_Period:
    case Qt::Key_Up:
    case Qt::Key_Down: { // the next that is found
        if (s.findings.empty()) return true;
        const int count = int(s.findings.size()), at = std::max(0, m_table->currentId().toInt());
        const bool on = e->key() == Qt::Key_Period || e->key() == Qt::Key_Down;
        m_table->setCurrentId(QString::number((at + (on ? 1 : count - 1)) % count));
        return true;
    }
    case Qt::Key_M: mend(); return true;
    case Qt::Key_L: putOnList(); return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (!m_fields.empty()) m_fields.front()->setFocus();
        return true;
    default: return false;
    }
}

} // namespace lw
