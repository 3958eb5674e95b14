// What can be bought: generic sizes and prices, read from CSV that people can extend (docs/catalogue.md). All prices
// are assumed until a real one is typed.
#pragma once

#include "catalogue/electrics.h"
#include "catalogue/sold.h"
#include "result.h"
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

/// What any motor has, in the units of the columns: mm, g cm^2.
struct SoldMotor : Sold {
    double face = 0, inertia = 0, shaft = 0, body = 0, boltSquare = 0, pilot = 0, shaftLength = 0;
    bool encoder = false; ///< knows where it stands
    virtual ~SoldMotor() = default;
    [[nodiscard]] virtual double torqueMost() const = 0; ///< N m, what a coupling behind it must bear
};
/// A stepper: N m, A, ohm, mH.
struct CatalogueMotor : SoldMotor {
    double holding = 0, current = 0, resistance = 0, inductance = 0;
    bool shaftBothEnds = false;
    [[nodiscard]] double torqueMost() const override { return holding; }
};
/// A servo: N m, rpm, N m/A rms (with brushes: N m/A), ohm and mH between two leads.
struct CatalogueServo : SoldMotor {
    std::string kind; ///< brushless, brushed
    double continuous = 0, peak = 0, rated = 0, top = 0, constant = 0, resistance = 0, inductance = 0, polePairs = 0,
           noLoad = 0, lines = 0;
    CatalogueServo() { encoder = true; }
    [[nodiscard]] bool brushed() const { return kind == "brushed"; }
    [[nodiscard]] double torqueMost() const override { return peak; }
};
struct SoldDrive : Sold {
    double voltsLeast = 0, voltsMost = 0, pulseHigh = 0; ///< V, V, us
    double peak = 0;                                     ///< A: amplitude; of a brushless servo's rms
};
struct CatalogueDrive : SoldDrive { ///< for steppers
    bool closedLoop = false, damping = false;
};
struct CatalogueServoDrive : SoldDrive {
    std::string kind; ///< of the motors it is for
};
struct CatalogueSupply : Sold {
    double volts = 0, watts = 0;
    std::string kind; ///< regulated, unregulated; mains: rectified in the drive
    [[nodiscard]] bool followsMains() const { return kind != "regulated"; }
    [[nodiscard]] double highest() const; ///< V, with the mains at their highest
};
struct CataloguePulley : Sold {
    std::string profile;
    double teeth = 0, boreMost = 0; ///< boreMost: mm
    std::vector<double> widths;     ///< of belts it is made for, mm
};
struct CatalogueBelt : Sold {
    std::string profile;
    double from = 0, to = 0; ///< mm
};
struct CatalogueScrew : Sold {
    double perMetre = 0, nut = 0, preloadedNut = 0; ///< preloadedNut: 0 where none is sold
    std::string nutKind;
};
struct CatalogueEnd : Sold {
    std::string place;                                                      ///< fixed, far
    double bore = 0, outside = 0, stiffness = 0, staticAxial = 0, drag = 0; ///< mm, mm, N/um, N, N m
};
struct CatalogueCoupling : Sold {
    std::string kind;                                            ///< as the entry "coupling" of a stage
    double boreMost = 0, torque = 0, stiffness = 0, inertia = 0; ///< mm, N m, N m/rad, g cm^2
    double clampScrew = 0;                                       ///< mm
};
/// In a housing, or a table with its worm. Torque, play, drag, stiffness at the output.
struct CatalogueReducer : Sold {
    std::string kind;                                             ///< as the entry "type" of a stage
    double ratio = 0, torque = 0, peak = 0, play = 0, drag = 0;   ///< N m, N m, arc minutes, N m
    double wave = 0;                                              ///< arc minutes, peak to peak: how unevenly
    double stiffness = 0, efficiency = 0, inputRpm = 0, bore = 0; ///< N m/rad; motor drives; mm
};
/// A spur gear of 20 degrees.
struct CatalogueGear : Sold {
    double module = 0, teeth = 0, width = 0, boreMost = 0; ///< mm, -, mm, mm
    std::string material;
};
/// By the metre, straight teeth of 20 degrees.
struct CatalogueRack : Sold {
    double module = 0, width = 0, perMetre = 0; ///< mm, mm, money
    std::string material;
};
/// What holds a screw endways, or a shaft: a pair ready matched, or a plain bearing.
struct CatalogueBearing : Sold {
    std::string kind;                                                ///< pair_60, pair_40, deep_groove
    double bore = 0, outside = 0, width = 0;                         ///< mm; of all of it
    double stiffness = 0, staticAxial = 0, dynamic = 0, preload = 0; ///< N/um, N; preload 0: none
    double topRpm = 0, drag = 0;                                     ///< rpm in grease; N m
    [[nodiscard]] bool pair() const { return kind != "deep_groove"; }
};
/// What runs on a screw.
struct CatalogueNut : Sold {
    std::string screw, kind;                 ///< of catalogue screws' names; ball, bronze, bronze_split
    double body = 0, flange = 0, length = 0; ///< mm; flange 0: none
    double stiffness = 0, dynamic = 0, fixed = 0, preload = 0; ///< N/um, N; 0: of no such nut
};
/// A taper bush, bored.
struct CatalogueBush : Sold {
    std::string series; ///< as printed on it and on the pulley: "1108"
    double bore = 0;    ///< mm
};
struct CatalogueBrake : Sold {
    double torque = 0; ///< N m
};

/// The nut a screw is sold with.
enum class SoldNut { None, Single, Preloaded };

struct Catalogue {
    std::vector<CatalogueMotor> motors;
    std::vector<CatalogueDrive> drives;
    std::vector<CatalogueServo> servos;
    std::vector<CatalogueServoDrive> servoDrives;
    std::vector<CatalogueSupply> supplies;
    std::vector<CataloguePulley> pulleys;
    std::vector<CatalogueBelt> belts;
    std::vector<CatalogueScrew> screws;
    std::vector<CatalogueEnd> ends;
    std::vector<CatalogueCoupling> couplings;
    std::vector<CatalogueReducer> reducers;
    std::vector<CatalogueGear> gears;
    std::vector<CatalogueRack> racks;
    std::vector<CatalogueBearing> bearings;
    std::vector<CatalogueNut> nuts;
    std::vector<CatalogueBush> bushes;
    std::vector<CatalogueBrake> brakes; ///< the smallest first
    std::vector<CatalogueResistor> resistors;
    std::vector<CatalogueFan> fans;
    std::vector<CatalogueWire> wires;
    std::vector<CatalogueFuse> fuses;
    std::vector<CatalogueContactor> contactors;
    std::vector<CatalogueConnector> connectors;

    /// Interpolated over the teeth; a guess by size for a profile not listed.
    [[nodiscard]] double pulleyPrice(std::string_view profile, int teeth) const;
    [[nodiscard]] double beltPrice(std::string_view profile, double lengthMm) const;
    /// NaN: no such screw in the list, or none with such a nut.
    [[nodiscard]] double screwPrice(std::string_view name, double lengthMm, SoldNut nut) const;
    /// The motor most like one described: face within 3 mm, torque within a tenth; null when none is.
    [[nodiscard]] const CatalogueMotor *motorLike(double faceMm, double holdingNm, double ratedA, bool encoder) const;
    /// The same of servos, by what they give all day and, of equals, an ampere.
    [[nodiscard]] const CatalogueServo *servoLike(double faceMm, double continuousNm, double constant,
                                                  bool brushed) const;
    /// The cheapest drive for such servos; see driveFor.
    [[nodiscard]] const CatalogueServoDrive *servoDriveFor(double volts, double peakA, bool brushed) const;
    /// The cheapest drive for a supply voltage and current; unknown (NaN) asks for nothing. Null when none is.
    [[nodiscard]] const CatalogueDrive *driveFor(double volts, double peakA, bool closedLoop) const;
    /// The cheapest supply of a voltage with at least this power; unknown power asks for nothing. Null when none is.
    [[nodiscard]] const CatalogueSupply *supplyFor(double volts, double watts) const;
    /// The smallest end of a place whose bore is at least this; of what is smaller the largest; null: none listed.
    [[nodiscard]] const CatalogueEnd *endFor(std::string_view place, double boreMm) const;
    /// The cheapest coupling that takes both shafts and this torque; null when none does.
    [[nodiscard]] const CatalogueCoupling *couplingFor(double boreMm, double torqueNm) const;
    /// The cheapest of a kind (empty: any) with this ratio that carries this torque at its output; null when none does.
    [[nodiscard]] const CatalogueReducer *reducerFor(std::string_view kind, double ratio, double torqueNm) const;
    /// The cheapest gear of a module (mm) with just these teeth; null when none is listed.
    [[nodiscard]] const CatalogueGear *gearOf(double module, int teeth) const;
    /// The cheapest rack of a module, mm; null when none is listed.
    [[nodiscard]] const CatalogueRack *rackOf(double module) const;
    /// The row that says just this of itself; null when none does.
    [[nodiscard]] const CatalogueBearing *bearingNamed(std::string_view name) const;
    [[nodiscard]] const CatalogueNut *nutNamed(std::string_view name) const;
    /// The cheapest bush of a series with just this bore, mm; null when none is listed.
    [[nodiscard]] const CatalogueBush *bushOf(std::string_view series, double bore) const;
    /// The cheapest resistor inside a window that bears this all day; unknown power asks for nothing. Null: none.
    [[nodiscard]] const CatalogueResistor *resistorFor(double leastOhm, double mostOhm, double watts) const;
    /// The cheapest fan that moves this freely; null when none does.
    [[nodiscard]] const CatalogueFan *fanFor(double m3h) const;
    /// The cheapest cable of at least this section with this many cores; null when none is.
    [[nodiscard]] const CatalogueWire *wireFor(double mm2, int cores, bool screened) const;
    /// The fuse of just this current that breaks this on direct current; null when none is listed.
    [[nodiscard]] const CatalogueFuse *fuseOf(double amperes, double dcVolts) const;
    [[nodiscard]] const CatalogueContactor *contactorFor(double amperes) const;
    [[nodiscard]] const CatalogueConnector *connectorFor(int poles, double amperes) const;
    /// The cheapest brake that holds this torque; null when none does.
    [[nodiscard]] const CatalogueBrake *brakeFor(double torqueNm) const;
};

struct CatalogueFile {
    std::string_view kind; ///< "motors", "drives" ...: the file's name without .csv
    std::string_view text;
    bool own = false;
};
struct CatalogueRead {
    Catalogue rows;
    std::vector<std::string> refused; ///< "motors.csv, line 7: ...": what could not be taken; the rest stands
};
/// Rows in the order of the files. A row that makes no sense is refused alone; a file whose header lacks a column
/// whole.
/// @param base the rows these go behind
[[nodiscard]] CatalogueRead readCatalogue(std::span<const CatalogueFile> files, Catalogue base = {});
/// The kinds a catalogue has, with the columns of each in the order they are documented.
struct CatalogueKind {
    std::string_view kind;
    std::vector<std::string_view> columns;
};
[[nodiscard]] std::span<const CatalogueKind> catalogueKinds();
/// What ships with the program.
[[nodiscard]] const Catalogue &shippedCatalogue();
/// The shipped rows with the user's own behind them. What was in use once stays in memory: a search on another thread
/// may still point into it.
[[nodiscard]] const Catalogue &catalogueInUse();
void useCatalogue(Catalogue rows);

/// Supply voltage a drive may be given at most, as a share of its limit. Common practice.
inline constexpr double voltageUse = 0.9;

} // namespace lw
