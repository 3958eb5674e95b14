// Our charts: the torque over speed with its duty pins, and the pull along the travel. The plotting library stays in
// here.
#pragma once

#include "session/session.h"
#include <QLineF>
#include <QPointF>
#include <QVector>
#include <QWidget>

class QCPItemText;
class QCustomPlot;

namespace lw {

/// What the motor gives over speed: counted-on line, band to the most it can give, the wanted line, duty points as
/// pins.
class TorqueChart : public QWidget {
    Q_OBJECT
public:
    explicit TorqueChart(QWidget *parent);
    void refresh(const ProvedAxis &proved, const Finding *chosen);
    /// The chart as a picture and as a table, on the clipboard.
    void copy() const;
    [[nodiscard]] QString table() const { return m_table; }

signals:
    void chosen(const Finding &finding);

protected:
    bool eventFilter(QObject *o, QEvent *e) override;
    void resizeEvent(QResizeEvent *e) override;

private:
    /// A name and what it belongs to, in plot coordinates: a pin, or a curve with the places along it to try.
    struct Name {
        QCPItemText *item;
        std::vector<std::tuple<double, double, bool>> curve; ///< x, y, above it
        QPointF at = {};
    };
    void placeNames();
    QCustomPlot *m_plot;
    std::vector<std::pair<QPointF, Finding>> m_pins; ///< in plot coordinates
    std::vector<Name> m_names;
    std::vector<std::pair<QVector<double>, QVector<double>>> m_curves;
    std::vector<QLineF> m_drops;
    QString m_table;
};

/// Pull along the travel: away, back, their mean with the scale's band, what sizing uses. Points can be dragged.
class PullChart : public QWidget {
    Q_OBJECT
public:
    explicit PullChart(QWidget *parent);
    void refresh(const ProvedAxis &proved, const nlohmann::json &readings);
    void setCurrent(const QString &id);
    /// Pixels of both ends of the travel, in this widget.
    [[nodiscard]] std::pair<double, double> travelPixels() const;

signals:
    void drawn(); ///< after each drawing: what lies along the travel may follow
    void dragged(const QString &id, bool away, double force); ///< N, while the mouse moves
    void picked(const QString &id);
    void placeAsked(double place, double force); ///< double click: m, N

protected:
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    struct Point {
        QString id;
        bool away;
        double x, y; ///< mm, N
    };
    QCustomPlot *m_plot;
    std::vector<Point> m_points;
    int m_grabbed = -1;
    double m_travel = 300; ///< mm
    QString m_current;
};

} // namespace lw
