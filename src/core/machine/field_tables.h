// The parts of the field table, each in a file of its subject. Internal to fields.cpp; the columns are described in
// fields.h.
#pragma once

#include "machine/fields.h"

namespace lw {

std::span<const FieldSpec> motorFields();  ///< a design's motor, its drive and its cable
std::span<const FieldSpec> chainFields();  ///< stages, screw or rack, nut, bearings, brake
std::span<const FieldSpec> plateFields();  ///< what the motor sits on
std::span<const FieldSpec> surveyFields(); ///< readings of the cards of As found
std::span<const FieldSpec> dutyFields();   ///< cuts and moves
std::span<const FieldSpec> rotaryFields(); ///< a table that turns
std::span<const FieldSpec> wiringFields(); ///< the electrics of the machine
std::span<const FieldSpec> shopFields();   ///< money, parts, steps, log
std::span<const FieldSpec> cardFields();   ///< test cards and what they are held against

} // namespace lw
