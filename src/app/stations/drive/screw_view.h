// Drive, the screw along its travel: nut dragged or walked by keys, what it does at that place, what to order.
#pragma once

#include "picture/screw_plan_picture.h"
#include "session/session.h"
#include <QWidget>
#include <optional>

namespace lw {

class ScrewView : public QWidget {
    Q_OBJECT
public:
    explicit ScrewView(QWidget *parent);
    void refresh(const ProvedAxis &proved);
    bool handleKey(QKeyEvent *e);
    [[nodiscard]] QString headline() const;
    [[nodiscard]] Verdict verdict() const;
    [[nodiscard]] const ScrewPlan &plan() const { return m_plan; }
    [[nodiscard]] const ScrewPlanPicture &picture() const { return m_picture; }
    [[nodiscard]] double share() const { return m_share; }
    void setShare(double share);
    /// What the place under the nut does, for the status line and assistive tools.
    [[nodiscard]] QString words() const;

signals:
    void moved();
    void farBearingDragged(double span); ///< m from the thrust bearing

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override { m_dragged = {}; }

private:
    const ProvedAxis *m_proved = nullptr;
    ScrewPlan m_plan;
    ScrewPlanPicture m_picture;
    double m_share = 1;
    std::optional<ScrewPlanPicture> m_dragged; ///< as it stood when the far bearing was taken: its scale holds still
};

} // namespace lw
