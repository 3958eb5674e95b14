// Every design tried, a figure over its price: counted by places of the picture, the front drawn, proposals marked. A
// range of it is kept by dragging over it, a design of the front picked by a click.
#pragma once

#include "search/size.h"
#include <QWidget>
#include <memory>
#include <optional>

namespace lw {

/// What of a chart is kept: price and figure, SI.
struct SizeRange {
    double priceFrom, priceTo, from, to;
    [[nodiscard]] bool has(const Figured &d) const {
        return d.price >= priceFrom && d.price <= priceTo && d.value >= from && d.value <= to;
    }
};

class SizeChart : public QWidget {
    Q_OBJECT
public:
    struct Shown {
        std::shared_ptr<const SizeResult> result;
        SizeFigure figure = SizeFigure::Margin;
        std::vector<Figured> front;    ///< of that figure
        std::vector<Figured> marked;   ///< the proposals, A first
        int chosen = 0;                ///< of them; -1: none
        std::optional<Figured> picked; ///< of the front
        std::optional<SizeRange> range;
        double budget = notKnown, must = 1, wanted = 1;
        double asked = notKnown; ///< of the figure, SI
        QString currency;
    };
    explicit SizeChart(QWidget *parent);
    void refresh(Shown shown);

signals:
    void frontPicked(int index); ///< a step of the front
    void proposalPicked(int index);
    void budgetDragged(double price); ///< the price line let go at; beyond the right end: NaN, no limit
    void rangeDragged(const lw::SizeRange &range);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] double xOf(double price) const;
    [[nodiscard]] double yOf(double value) const;
    [[nodiscard]] double valueAt(double y) const;
    [[nodiscard]] const SizeCloud &cloud() const;
    [[nodiscard]] QString valueWords(double value) const;
    void scale();
    void paintScale(QPainter &p) const;
    void paintCloud(QPainter &p, double right) const;
    void paintRails(QPainter &p) const;
    void paintFront(QPainter &p, double right) const;
    void pick(QPointF at);
    [[nodiscard]] bool onPriceLine(QPointF p) const;
    [[nodiscard]] double priceAt(double x) const;
    Shown m_shown;
    double m_least = 0.2, m_most = 20; ///< of the figure's scale as it is drawn
    bool m_pulling = false;
    std::optional<QPointF> m_pressed; ///< a range may begin here
    QPointF m_at;                     ///< and goes to here
};

} // namespace lw
