// Drawings of the survey: how to take a reading, lost motion cut to scale by source, what sways the verdict.
#pragma once

#include "picture/theme.h"
#include "proof/doubt/measure_next.h"
#include <QPainter>

namespace lw {

enum class HowTo {
    None,
    Pull,
    Weigh,
    Turns,
    ThrustFloat,
    LostMotion,
    RunOut,
    Hoist,
    Breakaway,
    Travel,
    Handle,
    Loads,
    Round,
    ScrewLine,
    Tram,
    Square,
    Bar,
    Nose
};
/// Which drawing belongs to a field.
[[nodiscard]] HowTo howToOf(std::string_view pointer);
void paintHowTo(QPainter &p, QRectF area, HowTo subject);

/// One bar cut by source, hatched what is left over, black bar below: what stays after the mends.
void paintLostBar(QPainter &p, QRectF area, const AxisModel &m, const AxisState &s);

/// Sway rows on shared rails, then the ladder of the doubt. Row height 34.
void paintMeasurePlan(QPainter &p, QRectF area, const MeasurePlan &plan);
[[nodiscard]] int measurePlanHeight(const MeasurePlan &plan);
[[nodiscard]] QString measurePlanWords(const MeasurePlan &plan);

} // namespace lw
