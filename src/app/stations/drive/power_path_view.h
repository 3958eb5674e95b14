// The power path in the window: parts picked, centres and table dragged, teeth turned, belts of the stock chosen.
#pragma once

#include "picture/belt_strip.h"
#include "picture/power_path.h"
#include "session/session.h"
#include <QWidget>

namespace lw {

/// The drawing: two views and the belt strip.
class PowerPathView : public QWidget {
    Q_OBJECT
public:
    explicit PowerPathView(QWidget *parent);
    /// @param beltStage the belt whose stock stands in the strip; none: no strip @param fits the bearings' instead
    void refresh(const ProvedAxis &proved, int chosen, std::optional<std::size_t> beltStage, bool fits = false);
    void setNut(double share);
    [[nodiscard]] double nut() const { return m_nut; }
    [[nodiscard]] const BeltStrip &strip() const { return m_strip; }
    [[nodiscard]] const PowerPathPicture &picture() const { return m_picture; }
    [[nodiscard]] QString scales() const;

signals:
    void picked(int part);
    void scalesChanged();
    void centreDragged(std::size_t stage, double centre); ///< m
    void beltChosen(std::size_t stage, int teeth, double centre);
    void teethTurned(int part, int by);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override;
    /// Over the wheel that is opened: a tooth a notch. Over anything else the page has it.
    void wheelEvent(QWheelEvent *e) override;

private:
    [[nodiscard]] double alongBelt(QPointF moved) const;
    enum class Drag { None, Centre, Strip, Nut } m_drag = Drag::None;
    const ProvedAxis *m_proved = nullptr;
    PowerPathPicture m_picture;
    BeltStrip m_strip;
    int m_chosen = 0;
    std::optional<std::size_t> m_beltStage;
    bool m_fits = false;
    double m_nut = 0.5, m_startCentre = 0;
    int m_turned = 0; ///< eighths of a degree since the last tooth
    QPointF m_from;
    QString m_scales;
};

} // namespace lw
