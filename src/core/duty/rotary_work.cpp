#include "duty/rotary_work.h"
#include "book/book.h"
#include <algorithm>
#include <cmath>

namespace lw {

Length RotaryFit::largest() const { return std::min({overTable, underPortal, underTool}); }
RotaryFit rotaryFit(const RotaryRoom &r) {
    RotaryFit f;
    f.overTable = 2.0 * (r.axisHeight - r.bedGap);
    f.underPortal = 2.0 * (r.portal - r.safeGap - r.axisHeight);
    f.underTool = 2.0 * (r.noseHighest - r.tool - r.safeGap - r.axisHeight);
    f.lowestTip = std::max(metres(0), r.noseLowest - r.tool - r.axisHeight);
    return f;
}
Length chuckGap(const RotaryRoom &r, Length swing) { return r.portal - r.axisHeight - swing / 2.0; }

Length flatLeft(const Blank &b, Length diameter) {
    const double r = diameter.value() / 2, h = b.acrossFlats.value() / 2 - b.offCentre.value();
    return metres(r > h ? 2 * std::sqrt(r * r - h * h) : 0);
}
TurnedBlank turnedBlank(const Blank &b, Length target, Length zeroHigh) {
    TurnedBlank t;
    t.inscribed = b.acrossFlats - 2.0 * b.offCentre;
    t.corner = b.acrossFlats / std::cos(pi / b.sides);
    t.trueDiameter = target + 2.0 * zeroHigh;
    t.flatWidth = flatLeft(b, t.trueDiameter);
    t.flatDepth = std::max(metres(0), (t.trueDiameter - t.inscribed) / 2.0);
    return t;
}

RotaryFeed rotaryFeed(Length radius, Speed feed, Length straight, Angle turned) {
    RotaryFeed f;
    const double v = feed.value(), R = radius.value(), x = straight.value(), q = turned.value();
    const double path = std::hypot(x, R * q), degreesAsMillimetres = std::hypot(x, q * 180 / pi / 1000);
    f.path = metres(path);
    f.time = seconds(path / v);
    f.turning = fromSi<AngularSpeed>(path > 0 ? std::fabs(q) * v / path : 0);
    f.naive = fromSi<Speed>(degreesAsMillimetres > 0 ? v * path / degreesAsMillimetres : v);
    f.pure = fromSi<AngularSpeed>(v / R);
    return f;
}
Length radiusOfFullFeed(Speed feed, AngularSpeed fastest) { return metres(feed.value() / fastest.value()); }

Length facetBelow(Length radius, Angle step) { return radius * (1 - std::cos(step.value() / 2)); }
Length facetAbove(Length radius, Angle step) { return radius * (1 / std::cos(step.value() / 2) - 1); }
Angle facetStep(Length radius, Length height) {
    return radians(2 * std::acos(radius.value() / (radius.value() + height.value())));
}

namespace book {
namespace {
constexpr Calculation rotaryWorkTable[] = {
    {"gantry_fit",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const RotaryRoom room{in.get<Length>("axis_height_mm"),
                               in.get<Length>("bed_clearance_mm"),
                               in.get<Length>("portal_clearance_mm"),
                               in.get<Length>("safe_gap_mm"),
                               in.get<Length>("spindle_nose_max_height_mm"),
                               in.get<Length>("spindle_nose_min_height_mm"),
                               in.get<Length>("tool_length_mm")};
         const auto fit = rotaryFit(room);
         out.put("limit_bed_mm", fit.overTable);
         out.put("limit_portal_mm", fit.underPortal);
         out.put("limit_z_mm", fit.underTool);
         out.put("max_stock_d_mm", fit.largest());
         out.put("max_square_across_flats_mm", fit.largest() / std::sqrt(2.0));
         out.put("lowest_tip_radius_mm", fit.lowestTip);
         out.put("stock_length_mm", in.get<Length>("table_length_mm") - in.get<Length>("axis_length_mm") -
                                        in.get<Length>("chuck_length_mm") - in.get<Length>("tailstock_length_mm") +
                                        in.get<Length>("grip_mm"));
         out.put("chuck_gap_mm", chuckGap(room, in.get<Length>("chuck_swing_d_mm")));
         return {};
     },
     "TRIG"},
    {"blank_flats",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const Blank blank{in.integer("sides"), in.get<Length>("across_flats_mm"), in.get<Length>("off_centre_mm")};
         const auto target = in.get<Length>("target_d_mm");
         const auto t = turnedBlank(blank, target, in.get<Length>("zero_high_mm"));
         LW_REQUIRE_POSITIVE(t.inscribed.value(), "off_centre_mm");
         const auto stock = std::max(metres(0), (t.corner - target) / 2.0);
         out.put("inscribed_d_mm", t.inscribed);
         out.put("corner_d_mm", t.corner);
         out.put("corner_stock_radial_mm", stock);
         out.put("true_d_mm", t.trueDiameter);
         out.put("flat_width_mm", t.flatWidth);
         out.put("flat_depth_mm", t.flatDepth);
         if (const auto depth = in.maybe<Length>("pass_depth_mm"))
             out.json("passes", static_cast<int>(std::ceil(stock / *depth - 1e-9)));
         return {};
     },
     "TRIG"},
    {"touch_off",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto measured = in.get<Length>("measured_d_mm"), wanted = in.get<Length>("wanted_d_mm");
         const auto over = measured - wanted;
         out.put("radial_move_in_mm", over / 2.0);
         out.put("offset_change_d_mm", -over);
         out.put("result_if_doubled_mm", wanted - over);
         out.put("undersize_mm", over);
         if (const auto flats = in.maybe<Length>("across_flats_mm")) {
             const auto width = flatLeft({4, *flats, in.get<Length>("off_centre_mm")}, measured);
             out.json("flats_left", width.value() > 0);
             out.put("flat_width_mm", width);
         }
         return {};
     },
     "TRIG"},
    {"feed_rotary",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto feed = in.get<Speed>("feed_mm_min");
         const auto f =
             rotaryFeed(in.get<Length>("radius_mm"), feed, in.get<Length>("move_x_mm"), in.get<Angle>("move_a_deg"));
         LW_REQUIRE_POSITIVE(f.path.value(), "move_a_deg");
         out.put("path_mm", f.path);
         out.put("time_s", f.time);
         out.number("inverse_time_per_min", 60 / f.time.value());
         out.put("a_rate_deg_min", f.turning);
         out.put("naive_feed_mm_min", f.naive);
         out.put("pure_rotation_deg_min", f.pure);
         if (in.has("table_max_rpm") && in.number("table_max_rpm") > 0)
             out.put("min_radius_full_feed_mm", radiusOfFullFeed(feed, in.get<AngularSpeed>("table_max_rpm")));
         return {};
     },
     "KIN"},
    {"rotary_facet",
     [](const Inputs &in, Outputs &out) -> Result<void> {
         const auto radius = in.get<Length>("radius_mm");
         const auto step = in.get<Angle>("step_deg");
         if (!(inDegrees(step) < 180)) return fail(CalcErrorCode::OutOfRange, "step_deg", inDegrees(step), 180);
         out.put("sagitta_um", facetBelow(radius, step));
         out.put("circumscribed_um", facetAbove(radius, step));
         out.put("step_for_tolerance_deg", facetStep(radius, in.get<Length>("tolerance_mm")));
         return {};
     },
     "TRIG"},
};
} // namespace
std::span<const Calculation> rotaryWorkCalculations() { return rotaryWorkTable; }
} // namespace book
} // namespace lw
