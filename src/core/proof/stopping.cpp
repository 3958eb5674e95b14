#include "proof/stopping.h"

namespace lw {

Stopping stoppingOf(const AxisModel &m, const AxisState &s) {
    Stopping in;
    in.braking = fromSi<Acceleration>(m.slowing()); // it is braking that needs the room
    in.reaction = seconds(0.05);
    in.margin = millimetres(2);
    const double l = s.chain.lead.value();
    in.equivalent = kilograms(m.mass.v + (l > 0 ? rotatingInertiaAtScrew(s.chain).value() / (l * l) : 0));
    in.friction = newtons(s.friction);
    if (m.vertical) {
        in.netWeight = newtons(s.netWeight);
        if (m.hasBrake && l > 0) {
            in.brake = newtons(m.brakeTorque.v * (m.brakeOnScrew ? 1 : m.ratio()) / l);
            in.brakeDelay = seconds(m.brakeDelay.known() ? m.brakeDelay.v : 0.05);
        }
    }
    return in;
}

} // namespace lw
