// Every design tried, worst margin over price: counted by places of the picture, the front drawn, proposals marked.
#pragma once

#include "search/size.h"
#include <QWidget>
#include <memory>

namespace lw {

class SizeChart : public QWidget {
    Q_OBJECT
public:
    explicit SizeChart(QWidget *parent);
    void refresh(std::shared_ptr<const SizeResult> result, double budget, double must, double wanted,
                 const QString &currency, int chosen);

signals:
    void frontPicked(int index); ///< a step of the front
    void proposalPicked(int index);
    void budgetDragged(double price); ///< the price line let go at; beyond the right end: NaN, no limit

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] double xOf(double price) const;
    [[nodiscard]] double yOf(double margin) const;
    std::shared_ptr<const SizeResult> m_result;
    double m_budget = notKnown, m_must = 1, m_wanted = 1;
    QString m_currency;
    int m_chosen = 0;
    bool m_pulling = false;
    [[nodiscard]] bool onPriceLine(QPointF p) const;
    [[nodiscard]] double priceAt(double x) const;
};

} // namespace lw
