#include "app/window/frame.h"
#include "picture/machine_sketch.h"
#include "picture/marks.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

const std::vector<std::pair<StationId, QString>> &StationSpine::stations() {
    static const std::vector<std::pair<StationId, QString>> s{
        {StationId::AsFound, u"As found"_s},     {StationId::Duty, u"Duty"_s},   {StationId::Drive, u"Drive"_s},
        {StationId::Proof, u"Proof"_s},          {StationId::Parts, u"Parts"_s}, {StationId::Build, u"Build"_s},
        {StationId::FirstCuts, u"First cuts"_s}, {StationId::Log, u"Log"_s}};
    return s;
}

StationSpine::StationSpine(QWidget *parent) : QWidget(parent) {
    setFixedHeight(53);
    for (const auto &[id, name] : stations())
        m_heads.push_back({id, name});
    setObjectName(u"spine"_s);
    setAccessibleName(u"Stations"_s);
}

void StationSpine::setCurrent(StationId station, bool board) {
    if (m_current == station && m_board == board) return;
    m_current = station;
    m_board = board;
    update();
}
void StationSpine::setVerdict(StationId station, Verdict v, bool begun) {
    for (auto &h : m_heads)
        if (h.id == station) {
            if (h.verdict == v && h.begun == begun && !accessibleDescription().isEmpty()) return;
            h.verdict = v;
            h.begun = begun;
        }
    QStringList words;
    for (const auto &h : m_heads)
        words << u"%1 %2: %3"_s.arg(int(h.id)).arg(h.name, h.begun ? text(verdictWord(h.verdict)) : u"not begun"_s);
    setAccessibleDescription(words.join(u", "_s));
    update();
}
void StationSpine::setMachine(const QString &name, const QString &under) {
    if (m_machine == name && m_under == under) return;
    m_machine = name;
    m_under = under;
    update();
}

QRectF StationSpine::headRect(StationId station) const {
    const double w = (width() - 104.0) / double(m_heads.size());
    for (std::size_t k = 0; k < m_heads.size(); ++k)
        if (m_heads[k].id == station) return {104 + w * double(k), 0, w, double(height())};
    return {};
}

void StationSpine::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double H = height();
    p.fillRect(rect(), t.paper);
    if (m_board) p.fillRect(QRectF(0, 0, 104, H), t.sheet);
    p.setPen(t.ink);
    p.setFont(face(15, true));
    p.drawText(QRectF(12, 6, 90, 22), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetrics(p.font()).elidedText(m_machine, Qt::ElideRight, 90));
    p.setFont(face(13));
    p.setPen(t.ink2);
    p.drawText(QRectF(12, 28, 90, 20), Qt::AlignLeft | Qt::AlignVCenter, m_under);
    const double ly = H - 15;
    for (const auto &h : m_heads) {
        const QRectF r = headRect(h.id);
        const bool on = !m_board && h.id == m_current;
        if (on) {
            p.fillRect(r, t.sheet);
            p.fillRect(QRectF(r.left(), 0, r.width(), 5), t.ink);
        }
        p.setPen(QPen(t.rule2, 1));
        p.drawLine(QPointF(r.left(), 0), QPointF(r.left(), H));
    }
    p.setPen(QPen(t.ink, 1.6));
    p.drawLine(QPointF(104, ly), QPointF(width(), ly));
    for (const auto &h : m_heads) {
        const QRectF r = headRect(h.id);
        const bool on = !m_board && h.id == m_current;
        p.setFont(face(13));
        p.setPen(t.ink3);
        p.drawText(QPointF(r.left() + 12, 24), QString::number(int(h.id)));
        p.setFont(face(15, on));
        p.setPen(t.ink);
        p.drawText(QPointF(r.left() + 27, 24), h.name);
        p.fillRect(QRectF(r.left() + 10, ly - 9, 32, 19), on ? t.sheet : t.paper);
        paintPin(p, {r.left() + 13, ly}, h.verdict, {26, 13}, h.begun);
        if (!on) {
            p.setPen(QPen(t.ink, 1.6));
            p.drawLine(QPointF(r.left(), H - 1), QPointF(r.right(), H - 1));
        }
    }
    p.setPen(QPen(t.rule2, 1));
    p.drawLine(QPointF(0, 0.5), QPointF(width(), 0.5));
}

void StationSpine::mousePressEvent(QMouseEvent *e) {
    if (e->position().x() < 104) return emit boardAsked();
    for (const auto &h : m_heads)
        if (headRect(h.id).contains(e->position())) return emit stationAsked(h.id);
}

AxisStrip::AxisStrip(QWidget *parent) : QWidget(parent) {
    setFixedWidth(104);
    setObjectName(u"axisStrip"_s);
    setAccessibleName(u"Axes"_s);
}

void AxisStrip::setRows(std::vector<Row> rows, const std::string &current, const std::string &machineClass) {
    if (rows == m_rows && current == m_current && machineClass == m_class) return;
    m_rows = std::move(rows);
    m_current = current;
    m_class = machineClass;
    QStringList words;
    for (const auto &r : m_rows)
        words << r.letter + u" "_s + r.what + u": "_s + text(verdictWord(r.verdict)) +
                     (r.id == m_current ? u", shown"_s : QString());
    setAccessibleDescription(words.join(u"; "_s));
    update();
}

void AxisStrip::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    p.fillRect(rect(), t.paper);
    double y = 0;
    const Row *shown = nullptr;
    for (std::size_t k = 0; k < m_rows.size(); ++k) {
        const auto &r = m_rows[k];
        const QRectF box = rowRect(k);
        const bool on = r.id == m_current;
        if (on) {
            shown = &r;
            p.fillRect(box.adjusted(0, 0, 1, 0), t.sheet);
            p.fillRect(QRectF(0, box.top(), 5, box.height()), t.ink);
        }
        p.setPen(t.ink);
        p.setFont(face(r.letter.size() == 1 ? 30 : 18, true));
        p.drawText(QPointF(16, box.top() + (r.letter.size() == 1 ? 38 : 32)), r.letter);
        paintPin(p, {66, box.top() + 28}, r.verdict);
        p.setFont(face(13));
        p.setPen(t.ink2);
        const QFontMetrics fm(p.font());
        p.drawText(QPointF(16, box.top() + 62), fm.elidedText(r.what, Qt::ElideRight, 84));
        QFont f = face(13, false, r.assumedTravel);
        p.setFont(f);
        p.drawText(QPointF(16, box.top() + 79), (r.assumedTravel ? u"≈ "_s : QString()) + r.travel);
        p.setPen(QPen(t.rule2, 1));
        p.drawLine(QPointF(0, box.bottom()), QPointF(104, box.bottom()));
        p.setPen(QPen(t.ink, 1.6));
        if (!on) p.drawLine(QPointF(103.5, box.top()), QPointF(103.5, box.bottom()));
        y = box.bottom();
    }
    p.setPen(QPen(t.ink, 1.6));
    p.drawLine(QPointF(103.5, y), QPointF(103.5, height()));
    if (!m_rows.empty())
        if (height() - y > 90)
            paintMachine(p, QRectF(10, std::max(y + 8, height() - 130.0), 84, std::min(height() - y - 14, 124.0)),
                         m_class, shown ? shown->what : QString(), shown && shown->vertical);
}

void AxisStrip::mousePressEvent(QMouseEvent *e) {
    for (std::size_t k = 0; k < m_rows.size(); ++k)
        if (rowRect(k).contains(e->position())) return emit axisAsked(m_rows[k].id);
}

} // namespace lw
