// The plates of an axis: to scale on the screen with its figures, and the bare lines that are printed at 1:1.
#pragma once

#include "plate/plate.h"
#include "proof/finding.h"
#include <QPainter>
#include <QRectF>
#include <vector>

namespace lw {

/// Holes of a kind that are told in one line: the four for the motor's screws, those round a bore.
struct HoleRow {
    std::vector<std::size_t> holes; ///< into Plate::holes
    QString size, purpose, x, y, how;
};
[[nodiscard]] std::vector<HoleRow> holeRows(const Plate &plate);

struct PlatePicture {
    double scale = 0; ///< pixels a metre
    QPointF zero;     ///< where the shaft's middle is drawn
    struct Area {
        QRectF area;
        int row;
    };
    std::vector<Area> areas; ///< a row's holes
    QRectF outline;
    [[nodiscard]] QPointF at(double x, double y) const { return zero + QPointF(x * scale, -y * scale); }
    [[nodiscard]] QPointF from(QPointF pixel) const {
        return {(pixel.x() - zero.x()) / scale, (zero.y() - pixel.y()) / scale};
    }
    /// The row under a point; -1: none.
    [[nodiscard]] int rowAt(QPointF p) const;
};
/// What is shown of it besides its lines.
struct PlateShown {
    int chosen = -1;                                            ///< row of holeRows that is lit; -1: none
    Verdict edge = Verdict::NotKnown, wall = Verdict::NotKnown; ///< of what is thin there, with their pins
    bool judged = false;                                        ///< false: no pins
};
PlatePicture paintPlate(QPainter &p, QRectF area, const Plate &plate, const PlateShown &shown);
/// "from the pulley side": where one looks from.
[[nodiscard]] QString seenFrom(PlateKind kind);

/// Outline, holes, centre lines and punch marks, drawn with the painter's unit a millimetre, y down, the plate's upper
/// left corner at zero.
void paintPlateLines(QPainter &p, const Plate &plate);
/// A bar of 100 mm with marks every ten, its left end at a point; unit a millimetre.
void paintScaleBar(QPainter &p, QPointF at);

} // namespace lw
