#include "app/window/style.h"
#include "proof/words/narrate.h"
#include <QApplication>
#include <QPainter>
#include <QLocale>
#include <QStyleFactory>
#include <clocale>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QColor inkColour(Ink i) {
    const auto &t = theme();
    return i == Ink::Value ? t.ink : i == Ink::Label ? t.ink2 : i == Ink::Faint ? t.ink3 : t.touch;
}
} // namespace

void settleNumbers() {
    std::setlocale(LC_NUMERIC, "C");
    QLocale::setDefault(QLocale::c()); // axis labels of the charts ask it
}

void setInk(QLabel *label, Ink ink) {
    label->setProperty("ink", int(ink));
    QPalette p = label->palette();
    p.setColor(QPalette::WindowText, inkColour(ink));
    label->setPalette(p);
}

namespace {
void dress(QLabel *l, int px, Ink ink, bool bold, bool wrap) {
    l->setFont(face(px, bold));
    l->setWordWrap(wrap);
    l->setTextFormat(Qt::PlainText);
    setInk(l, ink);
}
} // namespace
QLabel *makeLabel(const QString &words, int px, Ink ink, bool bold, bool wrap, QWidget *parent) {
    auto *l = new QLabel(words, parent);
    dress(l, px, ink, bold, wrap);
    return l;
}
StillLabel *makeStillLabel(int px, bool bold, QWidget *parent) {
    auto *l = new StillLabel(parent);
    dress(l, px, Ink::Value, bold, true);
    return l;
}

void StillLabel::say(const QString &words, const QString &about) {
    if (about != m_about) setMinimumHeight(0);
    m_about = about;
    hold(); // what stood here
    setText(words);
    hold();
}
void StillLabel::hold() {
    if (!text().isEmpty() && isVisible()) setMinimumHeight(std::max(minimumHeight(), heightForWidth(width())));
}
void StillLabel::resizeEvent(QResizeEvent *e) {
    QLabel::resizeEvent(e);
    if (e->size().width() == e->oldSize().width()) return;
    setMinimumHeight(0);
    hold();
}

LinkButton::LinkButton(const QString &words, bool wraps, QWidget *parent) : QPushButton(words, parent), m_wraps(wraps) {
    setFlat(true);
    setCursor(Qt::PointingHandCursor);
    QSizePolicy policy(QSizePolicy::Preferred, wraps ? QSizePolicy::Minimum : QSizePolicy::Fixed);
    policy.setHeightForWidth(wraps);
    setSizePolicy(policy);
}
QSize LinkButton::sizeHint() const {
    const int w = QFontMetrics(font()).horizontalAdvance(text()) + 10;
    return {w, heightForWidth(m_wraps ? std::min(w, 420) : w)};
}
QSize LinkButton::minimumSizeHint() const {
    return {std::min(48, sizeHint().width()), QFontMetrics(font()).height() + 6};
}
int LinkButton::heightForWidth(int w) const {
    const QFontMetrics fm(font());
    return m_wraps ? fm.boundingRect(QRect(0, 0, std::max(20, w - 8), 10000), Qt::TextWordWrap, text()).height() + 6
                   : fm.height() + 6;
}
void LinkButton::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    p.setPen(!isEnabled() ? t.ink3 : m_colour.isValid() && !underMouse() ? m_colour : t.touch);
    QFont f = font();
    f.setUnderline(underMouse());
    p.setFont(f);
    const QRect r = rect().adjusted(4, 0, -4, 0);
    if (m_wraps)
        p.drawText(r, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, text());
    else
        p.drawText(r, Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetrics(f).elidedText(text(), text().contains(u'≈') ? Qt::ElideMiddle : Qt::ElideRight,
                                              r.width())); // a price is not cut off
    if (hasFocus()) {
        p.setPen(QPen(t.touch, 1.6));
        p.drawRect(QRectF(rect()).adjusted(0.8, 0.8, -0.8, -0.8));
    }
}

QPushButton *makeLink(const QString &words, QWidget *parent, bool bold, bool wraps) {
    auto *b = new LinkButton(words, wraps, parent);
    b->setFont(face(13, bold));
    return b;
}

QWidget *makeRule(QWidget *parent) {
    auto *w = new QFrame(parent);
    w->setFixedHeight(1);
    w->setProperty("rule", true);
    return w;
}

void applyStyle() {
    const auto &t = theme();
    QPalette p;
    p.setColor(QPalette::Window, t.paper);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.field);
    p.setColor(QPalette::AlternateBase, t.sheet);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.paper);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.touch);
    p.setColor(QPalette::HighlightedText, t.onInk);
    p.setColor(QPalette::ToolTipBase, t.field);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.ink3);
    p.setColor(QPalette::Link, t.touch);
    qApp->setPalette(p);
    qApp->setFont(face(13));
    qApp->setStyleSheet(uR"(
QToolTip { background:%field; color:%ink; border:1px solid %rule2; padding:4px; }
QMenuBar { background:%paper; color:%ink; }
QMenuBar::item { padding:8px 10px; background:transparent; }
QMenuBar::item:selected, QMenu::item:selected { background:%touchw; color:%touch; }
QMenu { background:%sheet; color:%ink; border:1px solid %rule2; }
QMenu::item { padding:6px 28px 6px 14px; }
QMenu::item:disabled { color:%ink3; }
QFrame[rule="true"] { background:%rule; border:none; }
QWidget#sheet, QScrollArea, QScrollArea > QWidget > QWidget { background:%sheet; }
QScrollArea { border:none; }
QPushButton[box="true"] { color:%touch; background:%sheet; border:1.2px solid %touch; padding:4px 10px; }
QPushButton[box="true"]:checked { background:%ink; color:%onink; border:1.2px solid %ink; }
QPushButton[box="true"]:focus { border:2px solid %touch; }
lw--EntryLine { background:transparent; border:none; padding:0; }
QComboBox { background:transparent; color:%ink; border:none; border-bottom:2px solid %touch; padding:0 0 1px 0; }
QComboBox:focus { background:%field; border:1.6px solid %touch; }
QComboBox::drop-down { border:none; width:14px; }
QComboBox QAbstractItemView { background:%field; color:%ink; border:1px solid %rule2;
    selection-background-color:%touchw; selection-color:%touch; }
QLabel[drop="true"] { border:1.6px dashed %touch; }
QFrame[drawer="true"] { background:%paper; border:none; border-top:5px solid %ink; border-left:1.6px solid %ink; }
QFrame[drawer="true"] QLabel { border:none; }
QLabel[lesson="true"] { background:%watchw; padding:4px 8px; }
QFrame[caution="true"] { background:%watchw; border:1.6px solid %ink; }
QFrame[caution="true"] QLabel { border:none; }
QPushButton[quiet="true"] { border:none; padding:3px 8px; }
QPushButton[quiet="true"]:checked { background:%touch; color:%onink; border:none; }
QLineEdit[plain="true"] { background:%field; color:%ink; border:1.6px solid %rule2; padding:3px 6px; }
QLineEdit[plain="true"]:focus { border:1.6px solid %touch; }
QCheckBox { color:%touch; spacing:6px; }
QTableView::item { border-bottom:1px solid %rule; padding:0 6px; }
QTableView { background:%sheet; color:%ink; border:none; gridline-color:%rule;
    selection-background-color:%touchw; selection-color:%ink; alternate-background-color:%sheet; }
QHeaderView::section { background:%sheet; color:%ink2; border:none; border-bottom:1px solid %rule2; padding:4px; }
QListWidget { background:%sheet; color:%ink; border:1px solid %rule2; }
QListWidget::item { padding:3px 6px; }
QListWidget::item:selected { background:%touchw; color:%touch; }
QScrollBar:vertical { background:%sheet; width:10px; }
QScrollBar::handle:vertical { background:%rule2; min-height:24px; }
QScrollBar:horizontal { background:%sheet; height:10px; }
QScrollBar::handle:horizontal { background:%rule2; min-width:24px; }
QScrollBar::add-line, QScrollBar::sub-line { width:0; height:0; }
)"_s.replace(u"%watchw"_s, t.watchWash.name())
                            .replace(u"%field"_s, t.field.name())
                            .replace(u"%sheet"_s, t.sheet.name())
                            .replace(u"%paper"_s, t.paper.name())
                            .replace(u"%onink"_s, t.onInk.name())
                            .replace(u"%ink3"_s, t.ink3.name())
                            .replace(u"%ink2"_s, t.ink2.name())
                            .replace(u"%ink"_s, t.ink.name())
                            .replace(u"%rule2"_s, t.rule2.name())
                            .replace(u"%rule"_s, t.rule.name())
                            .replace(u"%touchw"_s, t.touchWash.name())
                            .replace(u"%touch"_s, t.touch.name()));
    for (auto *w : qApp->allWidgets())
        if (auto *l = qobject_cast<QLabel *>(w); l && l->property("ink").isValid())
            setInk(l, Ink(l->property("ink").toInt()));
}

MarkWidget::MarkWidget(QWidget *parent, QSize size) : QWidget(parent) {
    setFixedSize(size);
    setObjectName(u"mark"_s);
}
void MarkWidget::show(Verdict v, bool begun) {
    if (v == m_verdict && begun == m_begun && !accessibleName().isEmpty()) return;
    m_verdict = v;
    m_begun = begun;
    setAccessibleName(begun ? text(verdictWord(v)) : u"not begun"_s);
    update();
}
void MarkWidget::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const double w = width() - 4, h = w / 2;
    paintPin(p, {2, height() / 2.0}, m_verdict, {w, h}, m_begun);
}

RungWidget::RungWidget(QWidget *parent) : QWidget(parent) { setFixedHeight(22); }
void RungWidget::show(const Finding &f) {
    const auto same = [](double a, double b) { return a == b || (a != a && b != b); };
    const bool unchanged = same(f.margin, m_finding.margin) && same(f.low, m_finding.low) &&
                           same(f.high, m_finding.high) && f.verdict == m_finding.verdict && f.must == m_finding.must &&
                           f.wanted == m_finding.wanted;
    m_finding = f;
    if (unchanged) return;
    setAccessibleName(u"margin "_s + text(marginText(f)));
    update();
}
void RungWidget::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintRung(p, QRectF(rect()).adjusted(1, 0, -1, 0), m_finding);
}

} // namespace lw
