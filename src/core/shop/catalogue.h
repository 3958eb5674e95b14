// Generic sizes and prices, read from CSV that people can extend. All prices are assumed until a real one is typed.
#pragma once

#include <tl/expected.hpp>
#include <map>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

using CsvRow = std::map<std::string, std::string>;
/// RFC 4180, header row first. The error names the line.
[[nodiscard]] tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text);
/// A table as read: header, rows with the line they begin on. Separator comma, semicolon or tab, whichever the header
/// has most of.
struct CsvTable {
    std::vector<std::string> header;
    struct Row {
        int line = 0;
        std::vector<std::string> cells;
    };
    std::vector<Row> rows;
};
[[nodiscard]] tl::expected<CsvTable, std::string> readTable(std::string_view text);
/// One field quoted as RFC 4180 wants it; text that a spreadsheet would take for a formula gets an apostrophe before
/// it.
[[nodiscard]] std::string csvText(std::string_view text);

struct CatalogueMotor {
    std::string name;
    double face, holding, current, resistance, inductance, inertia, shaft, body, boltSquare, pilot,
        shaftLength; ///< in the units of the columns
    double price;
};
struct Catalogue {
    std::vector<CatalogueMotor> motors;
    struct Pulley {
        std::string profile;
        int teeth;
        double price;
    };
    std::vector<Pulley> pulleys;
    struct Belt {
        std::string profile;
        double from, to, price; ///< mm
    };
    std::vector<Belt> belts;
    struct Screw {
        std::string name;
        double perMetre, nut;
    };
    std::vector<Screw> screws;

    [[nodiscard]] double pulleyPrice(std::string_view profile, int teeth)
        const; ///< interpolated over the teeth; a guess by size for a profile not listed
    [[nodiscard]] double beltPrice(std::string_view profile, double lengthMm) const;
    [[nodiscard]] double screwPrice(std::string_view name, double lengthMm) const;
};
/// Generic brakes that hold with the power off, the smallest first; prices assumed.
struct PowerOffBrake {
    double torque; ///< N m
    double price;
};
[[nodiscard]] std::span<const PowerOffBrake> powerOffBrakes();
/// Of the smallest that holds this torque; the largest's beyond the table.
[[nodiscard]] double brakePrice(double torque);
/// What ships with the program.
const Catalogue &shippedCatalogue();
[[nodiscard]] tl::expected<Catalogue, std::string> readCatalogue(std::string_view motors, std::string_view pulleys,
                                                                 std::string_view belts, std::string_view screws);

} // namespace lw
