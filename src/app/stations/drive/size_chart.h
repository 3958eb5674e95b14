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

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF plot() const;
    [[nodiscard]] double xOf(double price) const;
    [[nodiscard]] double yOf(double margin) const;
    std::shared_ptr<const SizeResult> m_result;
    double m_budget = notKnown, m_must = 1, m_wanted = 1;
    QString m_currency;
    int m_chosen = 0;
};

} // namespace lw
