#include "machine/turning_bodies.h"
#include "drive/materials.h"
#include <algorithm>

namespace lw {

TurningBodies readTurningBodies(const nlohmann::json &project, const std::string &list) {
    TurningBodies out;
    const auto *rows = nodeAt(project, list);
    if (!rows || !rows->is_object()) return out;
    for (const auto &[id, row] : rows->items()) {
        const std::string p = list + "/" + id + "/";
        const auto value = [&](const char *key) {
            std::string problem;
            const auto k = knownAt(project, p + key, &problem);
            if (!problem.empty()) out.problems.push_back(problem);
            return k;
        };
        TurningBody b;
        const auto shape = textAt(project, p + "shape", "round");
        b.shape = shape == "box"    ? TurningBody::Shape::Box
                  : shape == "tube" ? TurningBody::Shape::Tube
                                    : TurningBody::Shape::Cylinder;
        const auto across = value("d_mm"), other = value("b_mm"), length = value("length_mm"), mass = value("mass_kg"),
                   offset = value("offset_mm"), angle = value("angle_deg");
        const auto name = textAt(project, p + "name", "a piece on the table");
        if (!across.known() || (b.shape != TurningBody::Shape::Cylinder && !other.known()) ||
            (!mass.known() && !length.known())) {
            out.problems.push_back("Not known of " + name + ": " +
                                   (!across.known()                    ? "its size across."
                                    : !mass.known() && !length.known() ? "its mass, or its length."
                                                                       : "its hole, or its other side."));
            continue;
        }
        if (b.shape == TurningBody::Shape::Tube && other.v >= across.v) {
            out.problems.push_back("The hole of " + name + " is as large as the piece.");
            continue;
        }
        b.a = metres(across.v);
        b.b = metres(other.known() ? other.v : 0);
        b.mass = mass.known()
                     ? kilograms(mass.v)
                     : massOf(b, metres(length.v),
                              kilogramsPerCubicMetre(materialOr(textAt(project, p + "material"), "steel").density));
        b.offset = metres(offset.known() ? offset.v : 0);
        b.direction = radians(angle.known() ? angle.v : 0);
        out.standing = std::max(out.standing, across.standing);
        out.bodies.push_back(b);
    }
    return out;
}

Known tableMass(const nlohmann::json &project, const std::string &axis) {
    const std::string at = "/axes/" + axis + "/rotary/";
    const auto unit = knownAt(project, at + "weight_kg");
    const auto turning = readTurningBodies(project, at + "bodies");
    if (!unit.known() || !turning.problems.empty()) return {};
    double sum = unit.v;
    for (const auto &b : turning.bodies)
        sum += b.mass.value();
    return {sum, std::max(unit.standing, turning.standing), 0.95 * sum, 1.05 * sum, Shape::Uniform};
}

} // namespace lw
