#include "app/window/flow_layout.h"
#include <QWidget>
#include <algorithm>

namespace lw {

FlowLayout::~FlowLayout() {
    while (auto *item = takeAt(0))
        delete item;
}
QLayoutItem *FlowLayout::takeAt(int index) {
    return index >= 0 && index < m_items.size() ? m_items.takeAt(index) : nullptr;
}
QSize FlowLayout::minimumSize() const {
    QSize least;
    for (const auto *item : m_items)
        if (!item->isEmpty()) least = least.expandedTo(item->sizeHint());
    return least;
}
QSize FlowLayout::sizeHint() const {
    QSize all;
    for (const auto *item : m_items)
        if (!item->isEmpty())
            all = {all.width() + (all.width() > 0 ? m_gap : 0) + item->sizeHint().width(),
                   std::max(all.height(), item->sizeHint().height())};
    return all;
}
void FlowLayout::setGeometry(const QRect &room) {
    QLayout::setGeometry(room);
    place(room, true);
}
int FlowLayout::place(const QRect &room, bool doIt) const {
    int x = room.x(), y = room.y(), line = 0;
    for (auto *item : m_items) {
        if (item->isEmpty()) continue;
        const QSize size = item->sizeHint();
        if (x > room.x() && x + size.width() > room.x() + room.width()) {
            x = room.x();
            y += line + 4;
            line = 0;
        }
        if (doIt) item->setGeometry({{x, y}, QSize(std::min(size.width(), room.width()), size.height())});
        x += size.width() + m_gap;
        line = std::max(line, size.height());
    }
    return y + line - room.y();
}

} // namespace lw
