// Reads what is written of an axis's plates.
#include "axis/model_reader.h"
#include <algorithm>

namespace lw {

namespace {
/// What is written of any plate. @param screws where what is said of its posts or fixings stands: "post/"
void readPlate(PlateSaid &p, const ModelReader::Place &at, const std::string &screws) {
    p.thickness = at.own("thickness_mm");
    p.width = at.own("width_mm");
    p.above = at.own("above_mm");
    p.below = at.own("below_mm");
    p.bore = at.own("bore_mm");
    p.fixApart = at.own(screws + "apart_mm");
    p.fixAbove = at.own(screws + "above_mm");
    p.fixBelow = at.own(screws + "below_mm");
    p.fixThread = at.own(screws + "thread_mm");
    p.punched = at.text(screws + "how") != "measured";
    p.material = at.text("material");
}
} // namespace

bool ModelReader::written(const std::string &place) const {
    const auto *node = nodeAt(m_project, d + place);
    return node && node->is_object() && !node->empty();
}
void ModelReader::readMotorPlate() {
    if (!written("plate")) return;
    auto p = std::make_shared<MotorPlate>();
    const auto at = this->at("plate/");
    readPlate(*p, at, "post/");
    p->square = at.own("motor_square_mm");
    p->pilotBore = at.own("pilot_bore_mm");
    p->recess = at.own("recess_mm");
    p->postLength = at.own("post/length_mm");
    p->boltLength = at.own("bolt_length_mm");
    p->dowels = at.own("dowels");
    p->dowel = at.own("dowel_mm");
    p->washer = at.own("washer_mm");
    p->threadDepth = design("motor/thread_depth_mm");
    p->bar = at.own("bar_mm");
    p->letter = at.text("paper") == "letter";
    m.plate = std::move(p);
}

void ModelReader::readFacePlates() {
    static constexpr std::string_view names[] = {"block", "bracket", "cover"};
    FacePlates all;
    for (std::size_t k = 0; k < all.size(); ++k) {
        const auto place = "plates/" + std::string(names[k]);
        if (!written(place)) continue;
        const auto at = this->at(place + "/");
        FacePlate p;
        readPlate(p, at, "fix/");
        p.fixAlong = at.own("fix/along_mm");
        p.ringCircle = at.own("ring/circle_mm");
        p.ringScrews = at.own("ring/screws");
        p.ringThread = at.own("ring/thread_mm");
        p.gap = at.own("gap_mm");
        const auto into = at.text("fix/into");
        p.foot = into == "above" ? PlateFoot::Above : into == "below" ? PlateFoot::Below : PlateFoot::Face;
        all[k] = std::move(p);
    }
    if (std::ranges::any_of(all, [](const auto &p) { return p.has_value(); }))
        m.facePlates = std::make_shared<const FacePlates>(std::move(all));
}

} // namespace lw
