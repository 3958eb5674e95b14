// Widgets one beside the other, going on in the next line where the room ends: nothing is squeezed in a narrow window.
#pragma once

#include <QLayout>
#include <QList>

namespace lw {

class FlowLayout : public QLayout {
public:
    explicit FlowLayout(int spacing = 8) : m_gap(spacing) { setContentsMargins(0, 0, 0, 0); }
    ~FlowLayout() override;
    void addItem(QLayoutItem *item) override { m_items.append(item); }
    [[nodiscard]] int count() const override { return int(m_items.size()); }
    [[nodiscard]] QLayoutItem *itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem *takeAt(int index) override;
    [[nodiscard]] Qt::Orientations expandingDirections() const override { return {}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return place({0, 0, width, 0}, false); }
    [[nodiscard]] QSize minimumSize() const override;
    [[nodiscard]] QSize sizeHint() const override;
    void setGeometry(const QRect &room) override;

private:
    /// Height of all lines; puts the widgets there when told to.
    int place(const QRect &room, bool doIt) const;
    QList<QLayoutItem *> m_items;
    int m_gap;
};

} // namespace lw
