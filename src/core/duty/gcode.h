// A part program read block by block: words, modal state, moves. ISO 6983-1 style; what is not understood is handed on
// with its line and the reason, never guessed.
#pragma once

#include <array>
#include <cstdint>
#include <functional>
#include <istream>
#include <string>
#include <string_view>
#include <vector>

namespace lw {

using Point3 = std::array<double, 3>; ///< X, Y, Z in metres

enum class ProgramMoveKind : std::uint8_t { Rapid, Feed, Arc, Dwell };
struct ProgramMove {
    ProgramMoveKind kind = ProgramMoveKind::Rapid;
    std::int64_t line = 0;
    Point3 from{}, to{};
    double feed = 0;  ///< m/s along the path; 0 for a rapid
    double dwell = 0; ///< s
    // an arc turns in the plane of axes first and second about the centre, by a signed angle; the third axis goes
    // straight
    int first = 0, second = 1;
    double centreFirst = 0, centreSecond = 0, sweep = 0; ///< sweep in rad, positive from first towards second
    double radius = 0;                                   ///< at the start, m
    bool stopAfter = false;                              ///< the control stops here whatever comes next
};

struct SkippedBlock {
    std::int64_t line = 0;
    std::string text;      ///< the block, cut at 60 characters
    std::string why;       ///< a sentence
    double maySeconds = 0; ///< what running it might take; 0 when it moves nothing, NaN when nobody can say
};

struct ProgramOptions {
    bool xIsDiameter = false;                   ///< lathe programs: X words are diameters
    double peckClearance = 0.5e-3;              ///< m short of the last depth that a G83 rapid returns to, ASSUMED
    std::function<bool(double share)> progress; ///< called now and then with 0..1; false stops the reading
};

struct ProgramText {
    std::int64_t lines = 0, blocks = 0;
    std::int64_t skippedCount = 0;
    double skippedSeconds = 0;         ///< what those might take whose time can be told
    bool timeOpen = false;             ///< some could take any time
    std::vector<SkippedBlock> skipped; ///< the first 500
    std::vector<std::string> notes;    ///< how ambiguous words were read
    bool cancelled = false;
};
/// Reads a program and hands each move to `sink` in order. Understood: G0 G1 G2 G3 G4, G17 G18 G19, G20 G21, G90 G91,
/// G80 G81 G82 G83, G94 (feed a minute) G95 (a turn, by S) G96 G97 (S is the speed of the cut, or turns), G92 S, G98
/// G99; words N, F, S, M, T, X Y Z, I J K, R, P, Q, L; comments in ( ) and after ;. G40 G49 G54..G59 G61 G64 G91.1
/// change nothing that is counted here. Everything else is listed. Never throws on bad text. Source: ISO-6983 for words
/// and modal groups; canned cycles as controls commonly run them (common practice).
/// @param size of the text in bytes for the progress share; 0: not known
ProgramText readProgram(std::istream &in, std::int64_t size, const ProgramOptions &options,
                        const std::function<void(const ProgramMove &)> &sink);

/// Length of the path of a move.
double pathLength(const ProgramMove &move);

} // namespace lw
