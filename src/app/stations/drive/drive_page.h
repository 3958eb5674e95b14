// Station 3: the power path drawn to scale, its parts picked and dragged, entries under their part, A and B side by
// side.
#pragma once

#include "app/stations/proof/ledger.h"
#include "app/stations/station_page.h"
#include "picture/power_path.h"

class QTableWidget;

namespace lw {

/// The drawing: two views and the belt strip.
class PowerPathView : public QWidget {
    Q_OBJECT
public:
    explicit PowerPathView(QWidget *parent);
    void refresh(const ProvedAxis &proved, int chosen);
    void setNut(double share);
    [[nodiscard]] double nut() const { return m_nut; }
    [[nodiscard]] const BeltStrip &strip() const { return m_strip; }
    [[nodiscard]] const PowerPathPicture &picture() const { return m_picture; }
    [[nodiscard]] QString scales() const;

signals:
    void picked(int part);
    void scalesChanged();
    void centreDragged(double centre); ///< m
    void beltChosen(int teeth, double centre);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override;

private:
    enum class Drag { None, Centre, Strip, Nut } m_drag = Drag::None;
    const ProvedAxis *m_proved = nullptr;
    PowerPathPicture m_picture;
    BeltStrip m_strip;
    int m_chosen = 0;
    double m_nut = 0.5, m_startCentre = 0;
    QPointF m_from;
    QString m_scales;
};

/// A column of entries under its balloon.
class PartColumn : public QWidget {
public:
    PartColumn(int part, const QString &name, QWidget *parent);
    void setChosen(bool on);
    QWidget *body() const { return m_body; }
    void add(QWidget *w);
    int part;

protected:
    void paintEvent(QPaintEvent *) override;

private:
    QString m_name;
    bool m_chosen = false;
    QWidget *m_body;
};

class DrivePage : public StationPage {
    Q_OBJECT
public:
    DrivePage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral(", . pick a part   arrows move it 0.1 mm   drag the small pulley to move the motor   "
                              "Ctrl+B tries another design");
    }
    [[nodiscard]] QString rightText() const override { return m_view->scales(); }
    void choose(const Finding &f) override;
    [[nodiscard]] PowerPathView *view() const { return m_view; }
    void pick(int part);

protected:
    void update(const ProvedAxis &proved) override;

private:
    void setBelt(int teeth, double centre);
    PartColumn *column(int part, const QString &name, std::initializer_list<std::pair<QString, QString>> fields);
    void pickMotor(int index);
    void fillSideBySide(const ProvedAxis &proved);
    PowerPathView *m_view;
    std::vector<PartColumn *> m_columns;
    std::vector<QWidget *> m_beltOnly, m_directOnly, m_ballOnly, m_slidingOnly, m_uprightOnly;
    QComboBox *m_catalogue;
    Ledger *m_ledger;
    QTableWidget *m_sides;
    QLabel *m_lead, *m_beltFigures;
    int m_part = 0;
};

/// One figure of the side by side table, for both designs.
struct SideFigure {
    QString name;
    double a, b;
    bool moreIsBetter;
    QString textA, textB;
};
std::vector<SideFigure> sideBySide(const ProvedAxis &a, const ProvedAxis &b, double costA, double costB,
                                   const QString &currency);

} // namespace lw
