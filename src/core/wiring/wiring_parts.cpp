// What the wiring asks to be bought: cables, plugs, fuses, resistors, contactors, fans, out of the catalogue in use.
#include "catalogue/catalogue.h"
#include "machine/known.h"
#include "units/plain_number.h"
#include "wiring/wiring.h"
#include <cmath>

namespace lw {
using Json = nlohmann::json;

std::vector<WirePart> partsOfWiring(const WiringSheet &s) {
    const auto &cat = catalogueInUse();
    std::vector<WirePart> out;
    const auto put = [&](std::string key, const std::string &axis, std::string text, std::string place, const Sold *row,
                         double price) {
        if (row) out.push_back({std::move(key), axis, std::move(text), std::move(place), price, row->leadDays});
    };
    for (const auto &a : s.axes) {
        if (!a.chosen) continue;
        if (a.length.known() && a.section.known()) {
            const double metresCut =
                std::ceil(a.length.v * 1.1 * 2) / 2; // a tenth for the ends, sold by the half metre
            const auto *motor = cat.wireFor(a.section.v * 1e6, 4, true);
            put("wire-" + a.id + "-motor", a.id,
                motor ? motor->name + ", " + numberText(metresCut, 3) + "\u00a0m" : std::string(), "motor cable", motor,
                motor ? std::ceil(motor->perMetre * metresCut) : notKnown);
            if (a.closedLoop) {
                const auto *pairs = cat.wireFor(0.14, 8, true);
                put("wire-" + a.id + "-encoder", a.id,
                    pairs ? pairs->name + ", " + numberText(metresCut, 3) + "\u00a0m" : std::string(), "encoder cable",
                    pairs, pairs ? std::ceil(pairs->perMetre * metresCut) : notKnown);
            }
        }
        if (a.peak == a.peak) {
            const auto *plug = cat.connectorFor(4, 1.25 * a.peak);
            put("wire-" + a.id + "-plug", a.id, plug ? plug->name : std::string(), "motor plug", plug,
                plug ? plug->price : notKnown);
        }
        if (a.fuse.known()) {
            const auto *fuse = cat.fuseOf(a.fuse.v, a.busMost == a.busMost ? a.busMost : 0);
            put("wire-" + a.id + "-fuse", a.id, fuse ? fuse->name : std::string(), "drive fuse", fuse,
                fuse ? fuse->price : notKnown);
        }
    }
    for (const auto &u : s.supplies)
        if (u.resistor == u.resistor) {
            const auto *r = cat.resistorFor(u.resistor * 0.99, u.resistor * 1.01, u.resistorBears);
            put("wire-" + u.id + "-resistor", {}, r ? r->name : std::string(), "braking, " + u.name, r,
                r ? r->price : notKnown);
        }
    if (s.cutsPower) {
        const auto *c = cat.contactorFor(s.mainsCurrent == s.mainsCurrent ? 1.25 * s.mainsCurrent : 9);
        put("wire-contactors", {}, c ? "2 of " + c->name : std::string(), "stop chain, one after the other", c,
            c ? 2 * c->price : notKnown);
    }
    if (s.fans > 0 && s.fanFlow == s.fanFlow) {
        const auto *f = cat.fanFor(s.fanFlow);
        put("wire-fans", {}, f ? numberText(s.fans, 2) + " of " + f->name : std::string(), "cabinet, blowing in", f,
            f ? s.fans * f->price : notKnown);
    }
    return out;
}

std::vector<Patch> listedParts(const Json &project, const std::vector<WirePart> &parts) {
    std::vector<Patch> out;
    for (const auto &p : parts) {
        const std::string at = "/parts/" + p.key;
        const auto state = textAt(project, at + "/state", "idea");
        if (nodeAt(project, at) && (state != "idea" || textAt(project, at + "/text") == p.text)) continue;
        Json line{{"text", p.text},
                  {"category", "electrical"},
                  {"source", "buy"},
                  {"note", p.place},
                  {"price", {{"typed", numberText(p.price, 6)}, {"standing", "assumed"}}},
                  {"lead_days", {{"typed", numberText(p.leadDays, 3)}, {"standing", "assumed"}}}};
        if (!p.axis.empty()) line["axis"] = p.axis;
        out.push_back({at, std::move(line)});
    }
    return out;
}

} // namespace lw
