// Drive, ratio and lead of the design as it stands: two charts, what they say, and the part under work.
#pragma once

#include "app/stations/drive/sweep_chart.h"
#include "session/design_trial.h"
#include <QTimer>
#include <QWidget>
#include <array>

class QLabel;

namespace lw {

class RatioView : public QWidget {
    Q_OBJECT
public:
    RatioView(Session *session, QWidget *parent);
    /// The curves at once; parts a moment after the last change.
    void refresh(const ProvedAxis &proved);
    bool handleKey(QKeyEvent *e);
    [[nodiscard]] SweepChart *chart(Swept what) const { return m_sides[std::size_t(what)].chart; }
    [[nodiscard]] int chosen() const { return m_sides[std::size_t(m_active)].chosen; }
    /// Works the parts out now, for a picture or a test.
    void settle();
    /// Takes the part under work into the design.
    void take();

signals:
    void said(const QString &sentence);

private:
    struct Side {
        SweepChart *chart = nullptr;
        QLabel *title = nullptr, *words = nullptr, *part = nullptr;
        Sweep sweep;
        int chosen = -1;
        bool partsStand = false;
    };
    void put(Swept what, int part);
    /// The design with this part, until it is dropped.
    void tryOut(Swept what, int part);
    void choose(Swept what, int part);
    void show(Swept what);
    [[nodiscard]] Side &side(Swept what) { return m_sides[std::size_t(what)]; }
    Session *m_session;
    std::string m_axis, m_design;
    std::array<Side, 2> m_sides;
    Swept m_active = Swept::Ratio;
    DesignTrial m_trial;
    QTimer m_pause;
};

} // namespace lw
