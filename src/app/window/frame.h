// The frame: station spine above, axis strip at the left, designs in the menu row. Row and column heads never leave.
#pragma once

#include "proof/words/summary.h"
#include "session/session.h"
#include <QWidget>
#include <algorithm>
#include <vector>

namespace lw {

/// The eight stations on one line.
class StationSpine : public QWidget {
    Q_OBJECT
public:
    explicit StationSpine(QWidget *parent);
    struct Head {
        StationId id;
        QString name;
        Verdict verdict = Verdict::NotKnown;
        bool begun = false;
    };
    static const std::vector<std::pair<StationId, QString>> &stations();
    void setCurrent(StationId station, bool board);
    void setVerdict(StationId station, Verdict v, bool begun);
    void setMachine(const QString &name, const QString &under);
    [[nodiscard]] const std::vector<Head> &heads() const { return m_heads; }
    [[nodiscard]] QRectF headRect(StationId station) const;
    QSize sizeHint() const override { return {1280, 53}; }

signals:
    void stationAsked(StationId station);
    void boardAsked();

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    std::vector<Head> m_heads;
    StationId m_current = StationId::AsFound;
    bool m_board = true;
    QString m_machine, m_under;
};

/// The machine's axes, one under the other, the machine itself below with the axis lit.
class AxisStrip : public QWidget {
    Q_OBJECT
public:
    explicit AxisStrip(QWidget *parent);
    struct Row {
        std::string id;
        QString letter, what, travel;
        Verdict verdict = Verdict::NotKnown;
        bool vertical = false, assumedTravel = false;
        bool operator==(const Row &) const = default;
    };
    void setRows(std::vector<Row> rows, const std::string &current, const std::string &machineClass);
    /// Height of an axis' row, on the board as here: what a large window has to spare goes into it.
    [[nodiscard]] static int rowHeight(int room, std::size_t rows) {
        constexpr int below = 336; // the answer under the cells
        return rows == 0 ? 118 : std::clamp((room - below) / int(rows), 118, 200);
    }
    [[nodiscard]] QRectF rowRect(std::size_t k) const {
        const int high = rowHeight(height(), m_rows.size());
        return QRectF(0, high * int(k), 104, high);
    }
    QSize sizeHint() const override { return {104, 600}; }

signals:
    void axisAsked(const std::string &axis);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    std::vector<Row> m_rows;
    std::string m_current, m_class;
};

} // namespace lw
