// Reads what is written of an axis's plates.
#include "axis/model_reader.h"

namespace lw {

void ModelReader::readMotorPlate() {
    const auto *node = nodeAt(m_project, d + "plate");
    if (!node || !node->is_object() || node->empty()) return;
    auto p = std::make_shared<MotorPlate>();
    p->thickness = design("plate/thickness_mm");
    p->width = design("plate/width_mm");
    p->above = design("plate/above_mm");
    p->below = design("plate/below_mm");
    p->bore = design("plate/bore_mm");
    p->square = design("plate/motor_square_mm");
    p->pilotBore = design("plate/pilot_bore_mm");
    p->recess = design("plate/recess_mm");
    p->fixApart = design("plate/post/apart_mm");
    p->fixAbove = design("plate/post/above_mm");
    p->fixBelow = design("plate/post/below_mm");
    p->fixThread = design("plate/post/thread_mm");
    p->postLength = design("plate/post/length_mm");
    p->punched = designText("plate/post/how") != "measured";
    p->boltLength = design("plate/bolt_length_mm");
    p->dowels = design("plate/dowels");
    p->dowel = design("plate/dowel_mm");
    p->washer = design("plate/washer_mm");
    p->threadDepth = design("motor/thread_depth_mm");
    p->bar = design("plate/bar_mm");
    p->material = designText("plate/material");
    p->letter = designText("plate/paper") == "letter";
    m.plate = std::move(p);
}

void ModelReader::readFacePlates() {
    static constexpr std::string_view names[] = {"block", "bracket", "cover"};
    FacePlates all;
    bool any = false;
    for (std::size_t k = 0; k < all.size(); ++k) {
        const auto folder = "plates/" + std::string(names[k]) + "/";
        const auto *node = nodeAt(m_project, d + folder.substr(0, folder.size() - 1));
        if (!node || !node->is_object() || node->empty()) continue;
        const auto at = this->at(folder);
        FacePlate p;
        p.thickness = at.own("thickness_mm");
        p.width = at.own("width_mm");
        p.above = at.own("above_mm");
        p.below = at.own("below_mm");
        p.bore = at.own("bore_mm");
        p.fixApart = at.own("fix/apart_mm");
        p.fixAbove = at.own("fix/above_mm");
        p.fixBelow = at.own("fix/below_mm");
        p.fixAlong = at.own("fix/along_mm");
        p.fixThread = at.own("fix/thread_mm");
        p.ringCircle = at.own("ring/circle_mm");
        p.ringScrews = at.own("ring/screws");
        p.ringThread = at.own("ring/thread_mm");
        p.gap = at.own("gap_mm");
        p.material = at.text("material");
        p.punched = at.text("fix/how") != "measured";
        const auto into = at.text("fix/into");
        p.foot = into == "above" ? PlateFoot::Above : into == "below" ? PlateFoot::Below : PlateFoot::Face;
        all[k] = std::move(p);
        any = true;
    }
    if (any) m.facePlates = std::make_shared<const FacePlates>(std::move(all));
}

} // namespace lw
