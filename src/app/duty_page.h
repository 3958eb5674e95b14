// Station 2: what the axis must do. Targets, cuts, the force they ask, capped by the spindle.
#pragma once

#include "app/ledger.h"
#include "app/station_page.h"

class QGridLayout;

namespace lw {

/// Bars of force along the screw: the ways hatched below, the cut above; a click chooses.
class ForceBars : public QWidget {
    Q_OBJECT
public:
    explicit ForceBars(QWidget *parent);
    void refresh(const ProvedAxis &proved, int current);

signals:
    void chosen(int index);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    struct Bar {
        QString name, detail;
        double cut, ways, total;
        bool assumed, capped;
    };
    std::vector<Bar> m_bars;
    int m_current = 0;
    [[nodiscard]] QRectF barRect(std::size_t k) const;
};

class DutyPage : public StationPage {
    Q_OBJECT
public:
    DutyPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override { return QStringLiteral("Insert adds a cut   ↑↓ step a value   click a bar to open its cut"); }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void addCut(const QString &kind);
    void chooseCut(int index);
    void rebuildCut(const QString &id, const QString &kind);
    ForceBars *m_bars;
    QWidget *m_cutHost;
    QGridLayout *m_cutGrid;
    std::vector<FieldWidget *> m_cutFields;
    QString m_builtCut, m_builtKind;
    QLabel *m_cutTitle, *m_cutFigure, *m_cutWords;
    QPushButton *m_dropCut, *m_addDrill;
    ValueEntry *m_rapid, *m_accel, *m_lost, *m_repeat;
    Ledger *m_ledger;
    int m_current = 0;
};

} // namespace lw
