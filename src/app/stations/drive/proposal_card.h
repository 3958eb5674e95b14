// One proposed design: drawn to scale, its margin and price, what it gives and what it asks.
#pragma once

#include "search/size.h"
#include <QPixmap>
#include <QWidget>

namespace lw {

class ProposalCard : public QWidget {
    Q_OBJECT
public:
    ProposalCard(int index, QWidget *parent);
    void refresh(const Proposal *proposal, bool chosen, const QString &currency, bool closest = false);
    [[nodiscard]] QString says() const { return m_says; }

signals:
    void picked(int index);
    void taken(int index);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseDoubleClickEvent(QMouseEvent *) override { emit taken(m_index); }

private:
    [[nodiscard]] QRectF takeArea() const { return QRectF(8, height() - 36, width() - 16, 28); }
    int m_index;
    Proposal m_proposal;
    bool m_has = false, m_chosen = false, m_closest = false;
    QString m_currency, m_says;
    QPixmap m_drawing;
};

} // namespace lw
