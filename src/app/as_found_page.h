// Station 1: the machine as found. The pull along the travel with its plot, lead, mass, lost motion, run-out, balance.
#pragma once

#include "app/charts.h"
#include "app/ledger.h"
#include "app/station_page.h"
#include "picture/survey_pictures.h"

class QGridLayout;

namespace lw {

/// Lost motion by source, cut to scale.
class LostBar : public QWidget {
public:
    explicit LostBar(QWidget *parent) : QWidget(parent) { setFixedHeight(58); }
    void refresh(const ProvedAxis &p);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    AxisModel m_model;
    AxisState m_state;
};

/// What to measure next: how far each guess sways the verdict, and what measuring it leaves of the doubt.
class MeasureNext : public QWidget {
public:
    explicit MeasureNext(QWidget *parent) : QWidget(parent) { setObjectName(QStringLiteral("measureNext")); }
    void refresh(const ProvedAxis &p);
    [[nodiscard]] const MeasurePlan &plan() const { return m_plan; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    MeasurePlan m_plan;
};

class AsFoundPage : public StationPage {
    Q_OBJECT
public:
    AsFoundPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override { return QStringLiteral("Enter next   Insert place   Delete strikes it out   F1 how to measure   drag a point to play"); }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void rebuildReadings(const std::vector<std::string> &ids);
    void rebuildMasses(const std::vector<std::string> &ids);
    void addPlace(double place, double force);
    void addMass();
    PullChart *m_chart;
    QWidget *m_readingsHost, *m_massHost, *m_rimHost, *m_uprightHost;
    QGridLayout *m_readings, *m_masses;
    std::vector<std::string> m_readingIds, m_massIds;
    std::vector<FieldWidget *> m_readingFields, m_massFields;
    QLabel *m_lead, *m_mass, *m_break, *m_lost, *m_lostAfter, *m_count;
    ValueEntry *m_travel;
    LostBar *m_lostBar;
    MeasureNext *m_next;
    QWidget *m_nextHost;
    QLabel *m_nextTitle, *m_nextFirst;
    Ledger *m_ledger;
    std::string m_builtFor;
};

} // namespace lw
