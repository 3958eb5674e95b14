// Stations 1 and 2 of an axis that turns: the unit and the room it has; what it is for, what it carries, the work.
#pragma once

#include "app/stations/proof/ledger.h"
#include "app/stations/station_page.h"
#include <map>
#include <vector>

class QGridLayout;
class QPushButton;

namespace lw {

/// Unit and head from the front and the right, to scale; or the torque over a turn.
class RotaryPicture : public QWidget {
    Q_OBJECT
public:
    enum class Shows { Room, TorqueOverATurn };
    RotaryPicture(QWidget *parent, Shows shows);
    void refresh(const ProvedAxis &proved);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    const ProvedAxis *m_proved = nullptr;
    Shows m_shows;
};

class RotaryPage : public StationPage {
    Q_OBJECT
public:
    /// @param station As found or Duty
    RotaryPage(Session *session, StationId station, QWidget *parent);
    void choose(const Finding &f) override;
    bool handleKey(QKeyEvent *e) override;
    void addHere() override;
    void strikeCurrent() override;
    [[nodiscard]] QString hint() const override;

protected:
    void update(const ProvedAxis &proved) override;

private:
    void group(const QString &title, const std::vector<const char *> &keys, int columns);
    void fallbacks(const ProvedAxis &proved);
    void showBodies();
    void showCost();
    QVBoxLayout *m_left = nullptr;
    std::map<std::string, FieldWidget *> m_byKey;
    QLabel *m_second = nullptr, *m_work = nullptr, *m_cost = nullptr;
    RotaryPicture *m_picture = nullptr, *m_torque = nullptr;
    QWidget *m_bodies = nullptr;
    QGridLayout *m_grid = nullptr;
    std::vector<std::string> m_ids;
    std::vector<FieldWidget *> m_bodyFields;
    Ledger *m_ledger = nullptr;
};

} // namespace lw
