// The cut from above with its grips, and the same cut in other metals.
#pragma once

#include "picture/cut_picture.h"
#include <QWidget>

namespace lw {

class CutView : public QWidget {
    Q_OBJECT
public:
    explicit CutView(QWidget *parent) : QWidget(parent) { setFixedHeight(146); }
    void refresh(const Cut &cut);
    [[nodiscard]] const CutGrips &grips() const { return m_grips; }

signals:
    void widthDragged(double metres);
    void depthDragged(double metres);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override;

private:
    Cut m_cut;
    CutGrips m_grips;
    int m_drag = 0; ///< 1 width, 2 depth
    double m_start = 0, m_from = 0, m_scale = 0;
};

class MetalBars : public QWidget {
    Q_OBJECT
public:
    explicit MetalBars(QWidget *parent) : QWidget(parent) { setObjectName(QStringLiteral("otherMetals")); }
    void refresh(const Cut &cut);
    [[nodiscard]] const std::vector<OtherMetal> &metals() const { return m_metals; }

signals:
    void chosen(const QString &material);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    std::vector<OtherMetal> m_metals;
    double m_cap = notKnown;
};

} // namespace lw
