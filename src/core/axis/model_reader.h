// How an axis is read out of the job: one function a group, each in a file of its own. Internal to the proof.
#pragma once

#include "machine/fields.h"
#include "axis/axis_model.h"
#include <algorithm>

namespace lw {
using Json = nlohmann::json;

inline Known assumed(double v, double low = notKnown, double high = notKnown, Shape shape = Shape::None) {
    return {v, Standing::Assumed, low, high, shape};
}
inline void spreadBy(Known &k, double lowFactor, double highFactor, Shape shape) {
    if (!k.known() || k.shape != Shape::None) return;
    k.low = k.v * lowFactor;
    k.high = k.v * highFactor;
    k.shape = shape;
}

/// Reads the groups of an axis into its model. Internal to proof/axis_model.
class ModelReader {
public:
    ModelReader(const Json &project, AxisModel &model)
        : m_project(project), m(model), a("/axes/" + model.id + "/"), d(a + "designs/" + model.designId + "/") {}

    Known value(const std::string &pointer) {
        std::string problem;
        const auto k = knownAt(m_project, pointer, &problem);
        if (!problem.empty()) m.problems.push_back(problem);
        return k;
    }
    Known axis(const char *key) { return value(a + key); }
    Known design(const char *key) { return value(d + key); }
    std::string axisText(const char *key, std::string other = {}) {
        return textAt(m_project, a + key, std::move(other));
    }
    std::string designText(const char *key, std::string other = {}) {
        return textAt(m_project, d + key, std::move(other));
    }

    /// The fields at one place of the design: "stages/1/", "stages/1/driver/".
    class Place {
    public:
        Place(ModelReader &reader, std::string pointer) : m_reader(reader), m_pointer(std::move(pointer)) {}
        [[nodiscard]] Known own(const std::string &key) const { return m_reader.value(m_pointer + key); }
        [[nodiscard]] std::string text(const std::string &key, std::string other = {}) const {
            return textAt(m_reader.m_project, m_pointer + key, std::move(other));
        }
        [[nodiscard]] FitSize fit(const std::string &key) const { return readFitSize(text(key)); }
        /// Whole teeth; 0: not known.
        [[nodiscard]] int teeth(const std::string &key) const {
            const auto z = own(key);
            return z.known() ? static_cast<int>(std::min(z.v, 1e4)) : 0;
        }

    private:
        ModelReader &m_reader;
        std::string m_pointer;
    };
    [[nodiscard]] Place at(const std::string &place) { return {*this, d + place}; }

    void readSurvey();
    void readDuty();
    void readMotor();
    void readStages();
    void readMotorPlate();
    void readFacePlates();
    void readFinal();
    [[nodiscard]] WorkHolding readHolding(); ///< how the work is held and what test cuts said
    void readRotary();                       ///< an axis that turns: its table and what it shall do
    void readTableSpeed();                   ///< how fast, from motor and chain

private:
    /// Something stands at that place of the design.
    [[nodiscard]] bool written(const std::string &place) const;
    void readMotorBody(MotorBody &s);
    void joinWindings(Stepper &s);
    void readCurveOf(Stepper &s);
    void readServo(bool brushed);
    void readDriveSettings(const Known &usual, bool closedLoop);
    Pulley readPulley(const std::string &place);
    ToothedBelt readToothedBelt(const std::string &place);
    Reducer readReducer(const std::string &place);
    RibbedBelt readRibbedBelt(const std::string &place);
    Gears readGears(const std::string &place);
    Layshaft readLayshaft(const std::string &place);
    [[nodiscard]] Rack readRack();
    [[nodiscard]] EndSeat readSeat();
    void readBearings(Screw &s);
    void readNut(Screw &s, const BallScrewSize *size);
    void readBrakeAndEnds();
    Known turningLoadOf(const std::string &list);
    Coupling readCoupling(const std::string &place);
    void readEfficiency(const Screw &screw, bool noScrew);
    void readLead();
    void readPull();
    void readHandle();
    [[nodiscard]] Known travelOfATurn(const char *field);
    void readLoads();
    void readMass();
    void readPlaces();
    void readScrewLine();
    void readBalance();
    void findEfficiency();
    void findWeight();
    const Json &m_project;
    AxisModel &m;
    std::string a, d;
};

} // namespace lw
