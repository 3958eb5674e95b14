// The stages of a design in the order the power takes.
#include "axis/model_reader.h"
#include "drive/materials.h"
#include "drive/reducers.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {
/// "30:1", "51", "120/34"
std::optional<Fraction> ratioFrom(std::string text) {
    std::replace(text.begin(), text.end(), ':', '/');
    std::erase(text, ' ');
    const auto f = readFraction(text);
    if (!f || f->num <= 0 || f->value() > 1e6) return {};
    return *f;
}
} // namespace

Pulley ModelReader::readPulley(const std::string &place) {
    const auto p = at(place);
    Pulley out;
    out.teeth = p.teeth("teeth");
    out.profile = beltProfile(p.text("profile"));
    out.beltWidth = p.own("belt_width_mm");
    out.faceWidth = p.own("face_width_mm");
    const auto flanges = p.own("flanges");
    out.flanges = flanges.known() ? static_cast<int>(flanges.v) : 0;
    out.flangesTold = flanges.known();
    out.bore = p.fit("bore");
    out.runOut = p.own("run_out_mm");
    if (!out.runOut.known()) out.runOut = assumed(0.05e-3, 0.02e-3, 0.1e-3, Shape::Uniform); // bored at home
    out.hub = p.text("hub", "clamp");
    out.keyLength = p.own("key_mm");
    out.keyWidth = p.own("key_width_mm");
    out.bushSeries = p.text("bush_series");
    out.bush = p.text("bush");
    out.material = p.text("material", "aluminium");
    out.materialTold = !p.text("material").empty();
    out.density = materialOr(out.material, "aluminium").density;
    if (!out.faceWidth.known())
        out.faceWidth = out.beltWidth.known() ? assumed(out.beltWidth.v + 6e-3) : assumed(16e-3);
    return out;
}

ToothedBelt ModelReader::readToothedBelt(const std::string &stage) {
    const auto p = at(stage);
    ToothedBelt b;
    b.driver = readPulley(stage + "driver/");
    b.driven = readPulley(stage + "driven/");
    b.beltText = p.text("code");
    if (!b.beltText.empty()) b.read = readDesignation(b.beltText, "belt");
    if (b.read && b.read->width)
        b.width = {*b.read->width * 1e-3, Standing::Catalogue};
    else if (b.driver.beltWidth.known())
        b.width = assumed(b.driver.beltWidth.v);
    b.centre = p.own("centre_mm");
    b.slotFrom = p.own("slot_from_mm");
    b.slotTo = p.own("slot_to_mm");
    const auto side = p.text("idler/side");
    b.idler = {side == "inside" || side == "back", side == "inside", p.own("idler/diameter_mm"),
               p.own("idler/along_mm")};
    const auto otherwise = [&](const char *key, double usual, const InputSpec *spec = nullptr) {
        const auto k = p.own(key);
        return spec ? typedOr(*spec, k, usual) : k.known() ? k : assumed(usual);
    };
    b.tolerance = otherwise("length_tolerance_mm", 0.5e-3);
    b.service = otherwise("service_factor", 1.5);
    b.install = otherwise("install_factor", 0.75);
    b.mesh = otherwise("mesh_factor", 0.7, &input::mesh);
    b.efficiency = otherwise("efficiency", 0.96, &input::beltEfficiency);
    b.offFace = otherwise("from_face_mm", 15e-3);
    if (const auto pull = p.own("pull_for_1mm_a_metre_N"); pull.known() && b.driver.profile && b.width.known()) {
        const double table = b.driver.profile->stiffnessPerWidth * b.width.v * 1e3; // N for doubling its length
        b.stiffnessFactor = {1000 * pull.v / table, pull.standing, 900 * pull.v / table, 1100 * pull.v / table,
                             Shape::Triangular};
    }
    return b;
}

Coupling ModelReader::readCoupling(const std::string &stage) {
    const auto p = at(stage);
    Coupling c;
    c.stiffness = p.own("stiffness_Nm_rad");
    if (!c.stiffness.known()) c.stiffness = assumed(400, 200, 600, Shape::Triangular);
    c.inertia = typedOr(input::couplingInertia, p.own("inertia_kgm2"), 60e-7);
    c.boreIn = p.fit("bore_in");
    c.boreOut = p.fit("bore_out");
    c.typeCode = p.text("coupling");
    c.rated = p.own("torque_Nm");
    c.clampScrew = p.own("clamp_screw_mm");
    c.clampScrews = p.own("clamp_screws");
    c.offset = p.own("offset_mm");
    c.lean = p.own("lean_deg");
    c.gap = p.own("gap_mm");
    return c;
}

RibbedBelt ModelReader::readRibbedBelt(const std::string &stage) {
    const auto p = at(stage);
    RibbedBelt b;
    b.beltText = p.text("code");
    if (!b.beltText.empty()) {
        b.read = readRibbedCode(b.beltText);
        if (!b.read) m.problems.push_back("Ribbed belt: " + b.read.error().detail);
    }
    b.driver = p.own("driver/diameter_mm");
    b.driven = p.own("driven/diameter_mm");
    b.driverBore = p.fit("driver/bore");
    b.drivenBore = p.fit("driven/bore");
    b.driverHub = p.text("driver/hub", "clamp");
    b.drivenHub = p.text("driven/hub", "clamp");
    b.centre = p.own("centre_mm");
    b.offFace = p.own("from_face_mm");
    if (!b.offFace.known()) b.offFace = assumed(15e-3);
    b.service = p.own("service_factor");
    if (!b.service.known()) b.service = assumed(1.3);
    b.efficiency = typedOr(input::beltEfficiency, p.own("efficiency"), 0.96);
    return b;
}

Gears ModelReader::readGears(const std::string &stage) {
    const auto p = at(stage);
    Gears g;
    for (const std::size_t side : {0, 1}) {
        const auto of = at(stage + (side == 0 ? "driver/" : "driven/"));
        auto &wheel = side == 0 ? g.driver : g.driven;
        wheel.teeth = of.teeth("teeth");
        wheel.material = material(of.text("material"));
        wheel.bore = of.fit("bore");
        wheel.hub = of.text("hub", "clamp");
    }
    g.module = p.own("module_mm");
    g.width = p.own("gear_width_mm");
    g.offFace = p.own("from_face_mm");
    if (!g.offFace.known()) g.offFace = assumed(15e-3);
    g.centre = p.own("centre_mm");
    g.play = p.own("play_arcmin");
    const double closest = g.module.v * (g.driver.teeth + g.driven.teeth) / 2;
    if (g.centre.known() && closest == closest) // a rule and two shafts: a few hundredths either way
        g.apart = {g.centre.v - closest, g.centre.standing, g.centre.v - closest - 0.03e-3,
                   g.centre.v - closest + 0.03e-3, Shape::Uniform};
    else
        g.apart = assumed(0.03e-3, 0, 0.1e-3, Shape::Uniform); // bored to measure in a home shop
    g.efficiency = p.own("efficiency");
    if (!g.efficiency.known()) g.efficiency = assumed(0.97, 0.95, 0.98, Shape::Triangular); // greased, a mesh
    return g;
}

Layshaft ModelReader::readLayshaft(const std::string &place) {
    const auto p = at(place);
    Layshaft l;
    l.diameter = p.own("diameter_mm");
    l.spacing = p.own("spacing_mm");
    l.inBeyond = p.own("in_beyond_mm");
    l.outBeyond = p.own("out_beyond_mm");
    l.rating = p.own("dynamic_N");
    return l;
}

void ModelReader::readStages() {
    for (const auto &id : stageOrder(m_project, m.id, m.designId)) {
        if (m.stages.size() == mostStages) {
            m.problems.push_back("More than " + std::to_string(mostStages) +
                                 " stages in a row are not reckoned: the rest is left out.");
            break;
        }
        const std::string place = "stages/" + id + "/";
        const auto kind = at(place).text("kind");
        if (kind == ToothedBelt::code)
            m.stages.push_back({id, readToothedBelt(place)});
        else if (kind == Reducer::code)
            m.stages.push_back({id, readReducer(place)});
        else if (kind == RibbedBelt::code)
            m.stages.push_back({id, readRibbedBelt(place)});
        else if (kind == Gears::code)
            m.stages.push_back({id, readGears(place)});
        else
            m.stages.push_back({id, readCoupling(place)});
        m.stages.back().after = readLayshaft(place + "shaft/");
    }
    // nothing said: a coupling, as such drives are built
    if (m.stages.empty()) m.stages.push_back({"1", readCoupling("stages/1/")});
}

Reducer ModelReader::readReducer(const std::string &stage) {
    const auto p = at(stage);
    Reducer r;
    r.kindCode = p.text("type");
    r.ratioText = p.text("ratio");
    if (!r.ratioText.empty()) {
        if (const auto f = ratioFrom(r.ratioText))
            r.stated = *f;
        else
            m.problems.push_back("\"" + r.ratioText + "\" is no reduction: turns in for a turn out, 30:1 or 120/34.");
    }
    const auto &kind = r.kind();
    r.efficiency = p.own("efficiency");
    if (!r.efficiency.known()) r.efficiency = assumed(kind.efficiency, kind.low, kind.high, Shape::Triangular);
    r.play = p.own("play_arcmin");
    if (!r.play.known()) r.play = assumed(kind.play, kind.playLow, kind.playHigh, Shape::Lognormal);
    r.wave = p.own("wave_arcmin");
    r.lead = p.own("lead_deg");
    r.lasting = p.own("torque_Nm");
    r.peak = p.own("peak_Nm");
    r.drag = p.own("drag_Nm");
    if (!r.drag.known()) r.drag = {0, Standing::Computed}; // it is in the drag of the table, felt from there
    r.stiffness = p.own("stiffness_Nm_rad");
    r.inertia = p.own("inertia_kgm2");
    if (!r.inertia.known()) r.inertia = assumed(60e-7, 20e-7, 200e-7, Shape::Lognormal);
    r.fastest = p.own("input_rpm");
    r.dry = p.text("runs") == "dry";
    if (r.strainWave()) {
        r.size = int(readNumber(p.text("size")).value_or(0));
        r.ratedSpeed = p.own("rated_rpm");
        if (!r.ratedSpeed.known()) r.ratedSpeed = assumed(2000 * pi / 30); // what sheets of such units are made for
        r.meanMost = p.own("mean_Nm");
        if (!r.stiffness.known() && strainWaveFrame(r.size, r.reduction().value()))
            r.wavePart = assumed(1, 0.8, 1.25, Shape::Lognormal); // by its size alone, from memory
    }
    r.bore = p.fit("bore_in");
    return r;
}

} // namespace lw
