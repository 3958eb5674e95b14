#include "app/window/help_card.h"
#include "app/entries/fields.h"
#include "app/window/style.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

HelpCard::HelpCard(QWidget *parent) : QFrame(parent) {
    setObjectName(u"helpCard"_s);
    setProperty("drawer", true);
    m_words = makeLabel({}, 15, Ink::Value, false, true, this);
    m_words->setObjectName(u"helpWords"_s);
    hide();
}
void HelpCard::showFor(const FieldWidget *field) {
    m_subject = howToOf(field->pointer().toStdString());
    m_words->setText(field->help() + u" Esc or F1 closes this."_s);
    const int w = 380, picture = m_subject == HowTo::None ? 0 : 150;
    m_words->setFixedWidth(w - 28);
    const int h = m_words->heightForWidth(w - 28) + 28 + picture;
    m_words->setGeometry(14, 14 + picture, w - 28, h - 28 - picture);
    QPoint at = field->mapTo(parentWidget(), QPoint(0, field->height() + 4));
    at.setX(std::clamp(at.x(), 4, std::max(4, parentWidget()->width() - w - 4)));
    if (at.y() + h > parentWidget()->height() - 4)
        at.setY(std::max(4, field->mapTo(parentWidget(), QPoint(0, 0)).y() - h - 4));
    setGeometry(QRect(at, QSize(w, h)));
    setAccessibleName(m_words->text());
    show();
    raise();
}
QString HelpCard::words() const { return m_words->text(); }
void HelpCard::paintEvent(QPaintEvent *e) {
    QFrame::paintEvent(e);
    if (m_subject == HowTo::None) return;
    QPainter p(this);
    p.fillRect(QRectF(10, 12, width() - 20, 142), theme().sheet);
    paintHowTo(p, QRectF(16, 16, width() - 32, 134), m_subject);
}

} // namespace lw
