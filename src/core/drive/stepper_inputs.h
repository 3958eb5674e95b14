// A stepper's plate, its drive and its supply as the calculations of the bench book take them.
#pragma once

#include "book/book.h"
#include "drive/stepper.h"

namespace lw::book {

/// Holding torque, convention and currents; the drive current as peak, as rms, or the plate's read as peak.
[[nodiscard]] Result<StepperMotor> stepperPlate(const Inputs &in, double rated);
struct StepperAtSupply {
    StepperMotor motor;
    StepperSupply supply;
};
/// The same with winding, cable and supply, checked.
[[nodiscard]] Result<StepperAtSupply> stepperAtSupply(const Inputs &in);

} // namespace lw::book
