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
    /// Where a point of the curve typed stands, in pixels of the plot.
    [[nodiscard]] QPointF handleAt(std::size_t index) const;
    [[nodiscard]] std::size_t handles() const { return m_typed.size(); }

signals:
    void chosen(const Finding &finding);
    /// A point of the curve typed is pulled: the whole curve as it is then, written; the pull's number, so that one
    /// pull is one undo.
    void curveDragged(const QString &curve, int pull);

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
    std::vector<std::pair<double, double>> m_typed; ///< the curve as typed; empty: the plate's is drawn
    double m_stretch = 1, m_scale = 1;              ///< rpm here over rpm there; shown over N m
    int m_held = -1, m_pull = 0;                    ///< the point under the mouse; how many were pulled
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
