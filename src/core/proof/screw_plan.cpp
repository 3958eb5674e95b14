#include "proof/screw_plan.h"
#include "catalogue/catalogue.h"
#include "proof/checks/limits.h"
#include "proof/words/shop_words.h"
#include <algorithm>
#include <cmath>

namespace lw {
namespace {

/// Play read along the travel, straight between the readings; the one figure of the whole where none was taken.
double playAt(const AxisModel &m, const AxisState &s, double share) {
    const auto &read = m.playAlong;
    if (!m.keepsScrew || read.size() < 2) return s.playStays;
    double most = read.front().second, least = most;
    for (const auto &[at, lost] : read) {
        most = std::max(most, lost);
        least = std::min(least, lost);
    }
    const double place = share * m.travel.v; // the readings stand from the driven end
    const auto upper = std::find_if(read.begin(), read.end(), [&](const auto &r) { return r.first >= place; });
    double here = upper == read.begin() ? read.front().second : read.back().second;
    if (upper != read.begin() && upper != read.end()) {
        const auto &a = *(upper - 1), &b = *upper;
        here = a.second + (b.second - a.second) * (b.first > a.first ? (place - a.first) / (b.first - a.first) : 0);
    }
    // what is mended takes off all along; the thread's wear is what differs from place to place
    return std::max(0.0, s.playStays - (most - here));
}
/// What the ends of a screw take as such parts are long; common practice.
constexpr double nutAndWasher = 12e-3, usualBlock = 26e-3, usualSeat = 25e-3, farSeat = 14e-3;

void order(const AxisModel &m, ScrewPlan &p) {
    const auto &screw = m.screw();
    if (!(p.margin == p.margin) || !(p.nut == p.nut)) return;
    const auto *row = catalogueInUse().bearingNamed(screw.fixedKind);
    double seat = usualSeat;
    Standing seatKnown = Standing::Assumed;
    if (const auto *b = m.stages.empty() ? nullptr : m.stageAs<ToothedBelt>(m.stages.size() - 1);
        b && b->driven.faceWidth.known()) {
        seat = b->driven.faceWidth.v + 2 * 1.6e-3;
        seatKnown = b->driven.faceWidth.standing;
    }
    p.pieces.push_back({"seat", seat, seatKnown});
    p.pieces.push_back({"journal, lock nut", (row ? row->width * 1e-3 : usualBlock) + nutAndWasher,
                        row ? Standing::Catalogue : Standing::Assumed});
    p.pieces.push_back({"spare thread", p.margin, Standing::Computed});
    p.pieces.push_back({"travel", p.travel, m.travel.standing});
    p.pieces.push_back({"nut", p.nut, screw.nutLength.standing});
    p.pieces.push_back({"spare thread", p.margin, Standing::Computed});
    if (screw.ends != Ends::FixedFree)
        p.pieces.push_back(
            {"far end", screw.ends == Ends::FixedFixed ? usualBlock + nutAndWasher : farSeat, Standing::Assumed});
    for (const auto &piece : p.pieces)
        p.order += piece.length;
    p.thread = p.travel + p.nut + 2 * p.margin;
    const double lost = 50e-3 - (2 * p.margin - 2 * std::max(p.stop, 0.0));
    p.less = "50\u00a0mm less: " +
             (lost > 0 ? "the travel is " + mm(p.travel - lost, 4) + ", or the nut runs off the thread while it stops."
                       : mm(p.margin - 25e-3, 3) + " of thread are left beyond the nut each end instead of " +
                             mm(p.margin, 3) + ".");
}
} // namespace

const ScrewPlace *ScrewPlan::softest() const {
    const ScrewPlace *least = nullptr;
    for (const auto &place : places)
        if (place.stiffness == place.stiffness && (!least || place.stiffness < least->stiffness)) least = &place;
    return least;
}

ScrewPlan screwPlan(const AxisModel &m, const AxisState &s, std::size_t places) {
    ScrewPlan p;
    const auto &screw = m.screw();
    p.travel = m.travel.v;
    p.nut = screw.nutLength.v;
    p.span = screw.span.v;
    p.stop = s.stop;
    p.bumper = m.bumperStroke.known() ? m.bumperStroke.v : 0;
    p.critical = s.critical;
    p.rpm = s.screwRpm;
    const auto ask = [&](bool known, const char *what) {
        if (!known) p.missing += (p.missing.empty() ? "" : ", ") + std::string(what);
    };
    ask(m.travel.known(), "the travel");
    ask(screw.nutFar.known(), "how far the nut goes from the thrust bearing");
    ask(screw.nutLength.known(), "the nut's length");
    ask(screw.root.known(), "the thread");
    if (m.travel.known() && m.lead.known() && m.rapid.known() && m.acceleration.known()) {
        ScrewLength need;
        need.travel = metres(m.travel.v);
        need.nut = metres(screw.nutLength.known() ? screw.nutLength.v : 0);
        need.rapid = fromSi<Speed>(m.speedAtEnds());
        need.deceleration = fromSi<Acceleration>(m.slowing());
        need.bumper = metres(p.bumper);
        need.lead = metres(m.lead.v);
        if (const auto n = screwLength(need)) p.margin = n->margin.value();
    }
    order(m, p);
    if (!m.travel.known() || !screw.nutFar.known()) return p;
    p.nutFar = screw.nutFar.v;
    p.nutNear = std::max(screw.nutFar.v - m.travel.v, 0.0);
    const double half = p.nut == p.nut ? p.nut / 2 : 0;
    if (screw.beyondA.known()) p.threadFrom = p.nutNear - half - screw.beyondA.v;
    if (screw.beyondB.known()) p.threadTo = p.nutFar + half + screw.beyondB.v;
    if (screw.threadLength.known()) { // the end nobody read follows; neither read: as much at both
        const double spare = (screw.threadLength.v - m.travel.v - 2 * half) / 2;
        if (!screw.beyondA.known() && !screw.beyondB.known()) p.threadFrom = p.nutNear - half - spare;
        if (!(p.threadFrom == p.threadFrom)) p.threadFrom = p.threadTo - screw.threadLength.v;
        if (!(p.threadTo == p.threadTo)) p.threadTo = p.threadFrom + screw.threadLength.v;
    }
    p.spareNear = p.nutNear - half - p.threadFrom;
    p.spareFar = p.threadTo - (p.nutFar + half);
    if (!screw.root.known()) return p;
    const Ends toNut = screw.ends == Ends::SupportedSupported ? Ends::SupportedSupported : Ends::FixedSupported;
    for (std::size_t k = 0; k < places; ++k) {
        const double share = places > 1 ? double(k) / double(places - 1) : 1;
        ScrewPlace place{p.nutNear + share * (p.nutFar - p.nutNear)};
        const double at = std::max(place.at, 1e-3);
        if (const auto r = rigidity(screwChain(m, s, at))) {
            place.stiffness = r->total.value();
            place.lost = lostMotion(newtons(s.friction), r->total, metres(playAt(m, s, share) + s.drivePlay)).value();
        }
        if (const auto b = buckling(metres(screw.root.v), metres(at), toNut)) place.buckles = b->allowed.value();
        p.places.push_back(place);
    }
    return p;
}

} // namespace lw
