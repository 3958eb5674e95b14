// A plate on paper at 1:1, as a drawing for other programs, as lines for a machine.
#pragma once

#include "plate/plate.h"
#include <QByteArray>
#include <QString>

namespace lw {

struct PlatePaper {
    QString title;       ///< "Tarn mill, X: Motor plate"
    bool letter = false; ///< else A4
    double scale = 1;    ///< what the printed bar asks for: 0.1 over what it measured
};
/// As the design says: its paper, and what the printed bar measured.
[[nodiscard]] PlatePaper paperFor(const QString &job, const AxisModel &m, PlateKind kind);
/// Sheets at 1:1 lapped with crosses, a bar of 100 mm on each, DRAFT while something of it is not known.
[[nodiscard]] QByteArray platePdf(const Plate &plate, const PlatePaper &paper);
/// One drawing at 1:1, its size in millimetres; bar and words below.
[[nodiscard]] QByteArray plateSvg(const Plate &plate, const PlatePaper &paper);
/// Millimetres, zero at the shaft's middle, y up; layers OUTLINE, HOLES, CENTRES, TEXT, FOLD. Empty where it could not
/// be written.
[[nodiscard]] QByteArray plateDxf(const Plate &plate, const PlatePaper &paper);
/// One row a hole, its number that of its line in the drawing; what nobody placed or sized has no figure.
/// RFC 4180.
[[nodiscard]] QByteArray plateCsv(const Plate &plate);

} // namespace lw
