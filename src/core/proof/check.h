// A check is one thing in one place: what it is called, what it is judged by, what it needs, what it says, how it is
// worked out and what mends it stand together in one entry of its subject's file (proof/checks). A new check is one
// entry.
#pragma once

#include "proof/evaluate.h"
#include "proof/words/steps.h"
#include <array>
#include <initializer_list>
#include <span>
#include <string>
#include <string_view>

namespace lw {

/// An axis with what was worked out of it.
struct AxisScope {
    const AxisModel &m;
    const AxisState &s;
};
/// One cut of it.
struct CutScope {
    const AxisModel &m;
    const AxisState &s;
    const Cut &cut;
    int index;
};
/// One stage of its chain, of the kind the check is for.
template <class Kind> struct StageScope {
    const AxisModel &m;
    const AxisState &s;
    const Kind &stage;
    const typename Kind::Work &work;
    const StageFigures &figures;
    const StageLoad &load;
    int place;
    [[nodiscard]] bool first() const { return place == 0; }
    [[nodiscard]] bool last() const { return place + 1 == static_cast<int>(m.stages.size()); }
};

/// What a check asks for when it cannot be judged.
class Asks {
public:
    void ask(bool known, std::string_view what) {
        if (!known) m_text += (m_text.empty() ? "" : ", ") + std::string(what);
    }
    [[nodiscard]] const std::string &text() const { return m_text; }

private:
    std::string m_text;
};

/// Changes of the design worth trying when a finding does not hold (search/mends).
// GCC 12 takes the names of a scoped enumeration for shadows of the quantity types; they are not.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wshadow"
enum class Lever {
    Ratio,
    Belt,
    Voltage,
    Rapid,
    Acceleration,
    Slot,
    Brake,
    Microsteps,
    Current,
    Stop,
    Teeth,    ///< the same ratio with more teeth
    Width,    ///< a wider belt
    Nearer,   ///< the belt nearer the motor's face
    Outboard, ///< a bearing beyond what pulls the motor's shaft
    Preload,  ///< of a ball nut
    Motor     ///< another of the catalogue
};
#pragma GCC diagnostic pop

/// The levers of a check, most likely first. It keeps them itself: an initializer_list in a check that a function
/// returns would point to what is gone.
class Levers {
public:
    constexpr Levers() = default;
    constexpr Levers(std::initializer_list<Lever> levers) {
        for (const auto lever : levers)
            m_levers.at(m_count++) = lever;
    }
    [[nodiscard]] constexpr const Lever *begin() const { return m_levers.data(); }
    [[nodiscard]] constexpr const Lever *end() const { return m_levers.data() + m_count; }

private:
    std::array<Lever, 6> m_levers{};
    std::size_t m_count = 0;
};

/// What a check is, whatever it is attached to. Words are made only when somebody looks.
struct Check {
    std::string_view code;           ///< "TR-01", "C01"
    CheckId key = CheckId::of(code); ///< of the code; made once, every row takes it
    std::string_view title;          ///< short, for the ladder
    Part part;
    StationId station;
    std::string_view unit;        ///< as in a field table; what demand and capacity are shown in
    std::string_view advice;      ///< first lever, used where no change of the design can be computed
    std::string_view source;      ///< key of docs/sources.md
    bool overridable = true;      ///< geometry, grip and gravity are not
    std::string_view hazard = {}; ///< the usual caution beside this work, whatever the verdict

    /// What is not known of what it needs.
    void (*needs)(const AxisModel &m, const Finding &f, Asks &asks) = nullptr;
    /// One sentence with the numbers.
    std::string (*say)(const AxisScope &a, const Finding &f) = nullptr;
    /// Why it matters; none: the code and the part.
    std::string (*why)(const AxisScope &a, const Finding &f) = nullptr;
    /// Its name where the title is not enough.
    std::string (*name)(const AxisModel &m, const Finding &f) = nullptr;
    /// The figure of a row without a rung; none: the verdict.
    std::string (*figure)(const Finding &f) = nullptr;
    /// What can hurt a person because of this finding; empty where nothing does.
    std::string (*caution)(const AxisScope &a, const Finding &f) = nullptr;
    /// How demand or capacity come about; the last step gives one of the two.
    void (*work)(const AxisScope &a, const Finding &f, Steps &steps) = nullptr;
    Levers levers = {};
    bool torqueRow = false; ///< holds an operating point's torque against what the motor gives there
    [[nodiscard]] CheckId id() const { return key; }
};

/// Takes the rows of one check about one subject.
class Rows {
public:
    Rows(std::vector<Finding> &out) : m_out(out) {}
    void begin(const Check &check, Subject subject) {
        m_check = &check;
        m_subject = subject;
    }
    /// Keeps a row; side and operating point may be set in its subject before.
    void add(const Finding &found) {
        auto &f = m_out.emplace_back(found);
        f.id = m_check->id();
        f.check = m_check;
        if (f.unit.empty()) f.unit = m_check->unit;
        if (m_subject.stage >= 0) f.subject.stage = m_subject.stage;
        if (m_subject.cut >= 0) f.subject.cut = m_subject.cut;
    }

private:
    std::vector<Finding> &m_out;
    const Check *m_check = nullptr;
    Subject m_subject;
};

/// A check with what it is attached to.
struct Plate;
/// What a motor sits on, worked out once for all its rows.
struct PlateScope {
    const AxisModel &m;
    const AxisState &s;
    const Plate &plate;
};

template <class Scope> struct CheckOf {
    Check check;
    void (*judge)(const Scope &scope, Rows &rows);
};
using AxisCheck = CheckOf<AxisScope>;
using CutCheck = CheckOf<CutScope>;
using PlateCheck = CheckOf<PlateScope>;
template <class Kind> using StageCheck = CheckOf<StageScope<Kind>>;

template <class Scope>
void judgeAll(std::span<const CheckOf<Scope>> checks, const Scope &scope, Subject subject, Rows &rows) {
    for (const auto &c : checks) {
        rows.begin(c.check, subject);
        c.judge(scope, rows);
    }
}

inline constexpr std::size_t torqueChecks = 4; ///< the first of motorChecks(): the torque rows

// The lists, by subject; in the order their rows stand before they are sorted.
std::span<const AxisCheck> wayChecks();           ///< ways, lead, play as found
std::span<const CutCheck> cutChecks();            ///< each cut of the duty
std::span<const AxisCheck> motorChecks();         ///< torque, drive, supply, controller
std::span<const AxisCheck> stepChecks();          ///< steps a millimetre, smallest step, room for the ramps
std::span<const AxisCheck> rotaryChecks();        ///< a table that turns: step, time, stiffness
std::span<const AxisCheck> rotaryRoomChecks();    ///< its room, what it carries, its work
std::span<const AxisCheck> rotaryHoldingChecks(); ///< how its work is held, how evenly it goes round, test cuts
std::span<const AxisCheck> screwBearingChecks();  ///< what holds it endways
std::span<const AxisCheck> screwLifeChecks();     ///< how long it lasts, its warmth, its grade
std::span<const AxisCheck> rackChecks();          ///< teeth of a rack and its pinion
std::span<const AxisCheck> bearingFitChecks();    ///< housings and journals, warmth, a nut pushed aside
std::span<const AxisCheck> pairChecks();          ///< parts that have to go together
std::span<const AxisCheck> screwEndChecks();      ///< thread, shoulder and lock nut of its end, nut and casting
std::span<const AxisCheck> mountChecks();         ///< motor on a mount that is there
std::span<const AxisCheck> motorShaftChecks();    ///< what pulls the motor's shaft sideways
std::span<const AxisCheck> layshaftChecks();      ///< a shaft between two stages
std::span<const PlateCheck> motorPlateChecks();   ///< what the motor sits on
std::span<const PlateCheck> plateMetalChecks(PlateKind kind); ///< metal left of any plate
std::span<const AxisCheck> screwChecks();                     ///< screw, nut and what carries them
std::span<const AxisCheck> seatChecks();                      ///< bores on shafts
std::span<const AxisCheck> gravityChecks();                   ///< what holds it with the power off
/// The checks of a kind of stage; a kind says here what it is judged by.
template <class Kind> std::span<const StageCheck<Kind>> stageChecks();
template <> std::span<const StageCheck<Coupling>> stageChecks<Coupling>();
template <> std::span<const StageCheck<ToothedBelt>> stageChecks<ToothedBelt>();
template <> std::span<const StageCheck<Reducer>> stageChecks<Reducer>();
template <> std::span<const StageCheck<RibbedBelt>> stageChecks<RibbedBelt>();
template <> std::span<const StageCheck<Gears>> stageChecks<Gears>();

/// All checks of all lists.
std::span<const Check *const> allChecks();
/// The check of a code, of all lists; the first where several rows share it. Null when there is none.
const Check *checkOf(CheckId id);
/// The same for a check that is sure to be there.
const Check &spec(CheckId id);

} // namespace lw
