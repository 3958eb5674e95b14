// Station 1: the machine as found. The pull along the travel with its plot, lead, mass, lost motion, run-out, balance.
#pragma once

#include "app/charts/charts.h"
#include "app/stations/proof/ledger.h"
#include "app/stations/station_page.h"
#include "app/stations/as_found/survey_list.h"
#include "picture/survey_pictures.h"
#include "picture/travel_map.h"

class QGridLayout;

namespace lw {

/// Lost motion by source, cut to scale.
class LostBar : public QWidget {
    Q_OBJECT
public:
    explicit LostBar(QWidget *parent) : QWidget(parent) { setFixedHeight(54); }
    void refresh(const ProvedAxis &p);

signals:
    void asked();

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *) override;

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

/// Tight, loose and worn along the travel, under the plot and in line with it.
class TravelMap : public QWidget {
public:
    TravelMap(PullChart *chart, QWidget *parent);
    void refresh(const AxisModel &m, const SurveyMap &map, const nlohmann::json &screwLine);
    [[nodiscard]] const SurveyMap &map() const { return m_mapped; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    PullChart *m_chart;
    AxisModel m_model;
    SurveyMap m_mapped;
    std::vector<std::pair<double, double>> m_line;
};

class AsFoundPage : public StationPage {
    Q_OBJECT
public:
    AsFoundPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    void strikeCurrent() override;
    void goTo(const QString &card) override;
    [[nodiscard]] QWidget *awaiting() const override;
    bool takeFile(const QString &path) override;
    [[nodiscard]] SurveyList *cards() const { return m_cards; }
    [[nodiscard]] QString hint() const override {
        return QStringLiteral(
            "Enter next   Insert place or row   Delete strikes it out   F1 how to measure   drag a point to play");
    }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void rebuildReadings(const std::vector<std::string> &ids);
    void rebuildMasses(const std::vector<std::string> &ids);
    void addPlace(double place, double force);
    void addMass();
    [[nodiscard]] bool bySize(const std::string &id) const;
    void dress(FieldWidget *field);
    void showPieces();
    PullChart *m_chart;
    QWidget *m_readingsHost, *m_massHost, *m_rimHost;
    RowSlice *m_placesShown;
    QGridLayout *m_readings, *m_masses;
    std::vector<std::string> m_readingIds, m_massIds;
    std::vector<FieldWidget *> m_readingFields, m_massFields;
    QLabel *m_lost, *m_lostAfter, *m_count, *m_mapWords, *m_health, *m_repairs, *m_caution;
    QPushButton *m_addMass;
    SurveyList *m_cards;
    TravelMap *m_map;
    ValueEntry *m_travel, *m_slope;
    LostBar *m_lostBar;
    MeasureNext *m_next;
    QWidget *m_nextHost;
    QLabel *m_nextTitle, *m_nextFirst;
    Ledger *m_ledger;
    std::string m_builtFor;
};

} // namespace lw
