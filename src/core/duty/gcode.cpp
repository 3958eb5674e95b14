#include "duty/gcode.h"
#include "units/quantity.h"
#include <algorithm>
#include <charconv>
#include <cmath>
#include <limits>

namespace lw {
namespace {

constexpr double unset = std::numeric_limits<double>::quiet_NaN();
bool given(double v) { return v == v; }

/// One block taken apart. Words of the letters that may repeat (G, M) are kept in order.
struct Block {
    double word[26];
    int g[12], m[6]; ///< times ten: G91.1 is 911
    int gCount = 0, mCount = 0;
    std::string_view problem; ///< '@' stands for `letter`
    char letter = ' ';
    void clear() {
        std::fill(std::begin(word), std::end(word), unset);
        gCount = mCount = 0;
        problem = {};
    }
    [[nodiscard]] double at(char which) const { return word[which - 'A']; }
};

/// Takes a block apart; the text after % and comments is passed over.
void readBlock(std::string_view s, Block &b) {
    b.clear();
    std::size_t k = 0;
    const auto blank = [](char c) { return c == ' ' || c == '\t' || c == '\r'; };
    while (k < s.size()) {
        char c = s[k];
        if (blank(c)) {
            ++k;
            continue;
        }
        if (c == ';' || c == '%') return;
        if (c == '(') {
            const auto end = s.find(')', k);
            if (end == std::string_view::npos) {
                b.problem = "the comment is not closed with )";
                return;
            }
            k = end + 1;
            continue;
        }
        if (c == '/' && k == 0) { // a block that may be left out: it is run
            ++k;
            continue;
        }
        if (c >= 'a' && c <= 'z') c = char(c - 'a' + 'A');
        if (c == '#' || c == '[' || c == '=') {
            b.problem = "variables and sums are not followed";
            return;
        }
        if (c < 'A' || c > 'Z') {
            b.problem = "'@' is not a word";
            b.letter = s[k];
            return;
        }
        const char letter = c;
        ++k;
        while (k < s.size() && blank(s[k]))
            ++k;
        std::size_t from = k;
        if (k < s.size() && s[k] == '+') from = ++k;
        double v = 0;
        const auto r = std::from_chars(s.data() + from, s.data() + s.size(), v, std::chars_format::fixed);
        if (r.ec != std::errc() || !std::isfinite(v)) {
            if (k < s.size() && (s[k] == '#' || s[k] == '['))
                b.problem = "variables and sums are not followed";
            else
                b.problem = "no number after @";
            b.letter = letter;
            return;
        }
        k = std::size_t(r.ptr - s.data());
        // "X1e9", "X1.2.3": half a word read would be another place
        const bool exponent =
            k + 1 < s.size() && (s[k] == 'e' || s[k] == 'E') &&
            ((s[k + 1] >= '0' && s[k + 1] <= '9') ||
             ((s[k + 1] == '-' || s[k + 1] == '+') && k + 2 < s.size() && s[k + 2] >= '0' && s[k + 2] <= '9'));
        if (exponent || (k < s.size() && s[k] == '.')) {
            b.problem = "the number after @ cannot be read";
            b.letter = letter;
            return;
        }
        if (letter == 'G' || letter == 'M') {
            const int code = int(std::lround(v * 10));
            if (!(v >= 0 && v < 1000)) {
                b.problem = "there is no such @ word";
                b.letter = letter;
                return;
            }
            if (letter == 'G') {
                if (b.gCount == int(std::size(b.g))) {
                    b.problem = "too many G words in one block";
                    return;
                }
                b.g[b.gCount++] = code;
            } else if (b.mCount < int(std::size(b.m))) {
                b.m[b.mCount++] = code;
            }
            continue;
        }
        if (given(b.word[letter - 'A'])) {
            b.problem = "two @ words in one block";
            b.letter = letter;
            return;
        }
        b.word[letter - 'A'] = v;
    }
}

/// The first 60 characters as UTF-8: programs come in Latin-1 too, and what is no letter in either becomes a blank.
std::string shownText(std::string_view s, std::size_t most = 60) {
    std::string out;
    s = s.substr(0, most);
    for (std::size_t k = 0; k < s.size();) {
        const auto c = static_cast<unsigned char>(s[k]);
        const std::size_t more = c < 0x80                ? 0
                                 : c >= 0xC2 && c < 0xE0 ? 1
                                 : c >= 0xE0 && c < 0xF0 ? 2
                                 : c >= 0xF0 && c < 0xF5 ? 3
                                                         : 9;
        bool whole = more < 9 && k + more < s.size();
        for (std::size_t q = 1; whole && q <= more; ++q)
            whole = (static_cast<unsigned char>(s[k + q]) & 0xC0) == 0x80;
        if (c >= 0xE0 && whole) { // no overlong forms, no surrogates, nothing beyond the last code
            const auto d = static_cast<unsigned char>(s[k + 1]);
            whole = !(c == 0xE0 && d < 0xA0) && !(c == 0xED && d >= 0xA0) && !(c == 0xF0 && d < 0x90) &&
                    !(c == 0xF4 && d >= 0x90);
        }
        if (c < 0x20 || c == 0x7F) {
            out += ' ';
            ++k;
        } else if (whole) {
            out.append(s.substr(k, more + 1));
            k += more + 1;
        } else {
            if (c >= 0xA0)
                (out += static_cast<char>(0xC0 | c >> 6)) += static_cast<char>(0x80 | (c & 0x3F)); // Latin-1
            else
                out += ' ';
            ++k;
        }
    }
    while (!out.empty() && out.back() == ' ')
        out.pop_back();
    return out;
}

constexpr char axisLetters[3] = {'X', 'Y', 'Z'};
constexpr int cycleOff = 800;

class Interpreter {
public:
    Interpreter(const ProgramOptions &o, ProgramText &text, const std::function<void(const ProgramMove &)> &sink)
        : m_options(o), m_text(text), m_sink(sink) {}

    void run(std::string_view line, std::int64_t number) {
        m_line = number;
        m_source = line;
        readBlock(line, m_block);
        if (!m_block.problem.empty()) {
            std::string why(m_block.problem);
            if (const auto at = why.find('@'); at != std::string::npos) why[at] = m_block.letter;
            return skip(why, 0);
        }
        if (blockEmpty()) return;
        ++m_text.blocks;
        for (const char letter : {'A', 'B', 'C', 'U', 'V', 'W'})
            if (given(m_block.at(letter))) {
                std::string why = "@ is not one of the three straight axes";
                why.front() = letter;
                return skip(why, timeOfStraight());
            }
        if (given(m_block.at('O')) && !given(m_block.at('N')) && m_block.gCount == 0 && m_block.mCount == 0)
            return; // the program's number
        // settings first, then the one thing the block does
        int motionNow = -1, dwell = 0;
        for (int k = 0; k < m_block.gCount; ++k) {
            const int g = m_block.g[k];
            switch (g) {
            case 0:
            case 10:
            case 20:
            case 30:
            case 810:
            case 820:
            case 830: motionNow = g; break;
            case cycleOff: motionNow = cycleOff; break;
            case 40: dwell = 1; break;
            case 170: m_first = 0, m_second = 1; break;
            case 180: m_first = 2, m_second = 0; break;
            case 190: m_first = 1, m_second = 2; break;
            case 200: setUnit(0.0254); break;
            case 210: setUnit(1e-3); break;
            case 900: m_absolute = true; break;
            case 910: m_absolute = false; break;
            case 980: m_backToStart = true; break;
            case 990: m_backToStart = false; break;
            case 400:
            case 490:
            case 540:
            case 550:
            case 560:
            case 570:
            case 580:
            case 590:
            case 610:
            case 640:
            case 911: break; // nothing that is counted
            case 940: feedMode(FeedMode::Minute); break;
            case 950: feedMode(FeedMode::Turn); break;
            case 930:
                feedMode(FeedMode::Inverse);
                skip("feed by inverse time is not followed; feeds are not known until G94 or G95", 0);
                break;
            case 960: m_surfaceSpeed = true, m_spindle = unset; break;
            case 970: m_surfaceSpeed = false, m_spindle = unset; break;
            case 500:
            case 920: // with S alone: how fast the spindle may turn under G96
                if (hasAxisWords() || !given(m_block.at('S'))) return skip(notFollowed(g), timeOfStraight());
                m_spindleMost = m_block.at('S');
                return;
            case 410:
            case 420: skip("cutter radius is not followed: the path counts as it stands", 0); break;
            case 430: skip("tool length is not followed: Z counts as it stands", 0); break;
            default: return skip(notFollowed(g), timeOfStraight());
            }
        }
        if (given(m_block.at('F'))) {
            if (!(m_block.at('F') > 0)) return skip("a feed must be above zero", 0);
            m_feed = m_block.at('F') * m_unit / (m_feedMode == FeedMode::Minute ? 60 : 1);
        }
        if (given(m_block.at('S')) && !dwell) {
            if (m_block.at('S') < 0) return skip("a spindle speed below zero", 0);
            m_spindle = m_block.at('S');
        }
        if (given(m_block.at('D')) && m_surfaceSpeed) m_spindleMost = m_block.at('D'); // G96 D2500 S200
        bool stops = false, ends = false;
        for (int k = 0; k < m_block.mCount; ++k) {
            const int m = m_block.m[k];
            if (m == 20 || m == 300) ends = true;
            if (m == 0 || m == 10 || m == 20 || m == 30 || m == 40 || m == 50 || m == 60 || m == 300) stops = true;
            if (m == 980 || m == 990)
                return skip("subprograms are not followed",
                            std::numeric_limits<double>::quiet_NaN()); // nobody here knows what they do
        }
        if (motionNow >= 0) {
            if (motionNow >= 810 && !(m_motion >= 810)) m_cycleStartZ = m_at[2]; // where Z was before the first hole
            m_motion = motionNow == cycleOff ? -1 : motionNow;
            if (motionNow < 810) m_cycle = {};
        }
        if (dwell) {
            doDwell();
        } else if (hasAxisWords() || (m_motion >= 20 && m_motion <= 30 && motionNow >= 0)) {
            if (m_motion == 0 || m_motion == 10)
                straight(m_motion == 0);
            else if (m_motion == 20 || m_motion == 30)
                arc(m_motion == 30);
            else if (m_motion >= 810 && m_motion <= 830)
                cycle();
            else
                skip("no G0, G1, G2, G3 or cycle is in force", timeOfStraight());
        }
        if (stops) emitStop();
        if (ends) m_ended = true;
    }
    [[nodiscard]] bool ended() const { return m_ended; }

private:
    static std::string notFollowed(int tenfold) {
        return "G" + std::to_string(tenfold / 10) + (tenfold % 10 ? "." + std::to_string(tenfold % 10) : "") +
               " is not followed";
    }
    [[nodiscard]] bool blockEmpty() const {
        if (m_block.gCount || m_block.mCount) return false;
        return std::none_of(std::begin(m_block.word), std::end(m_block.word), given);
    }
    [[nodiscard]] bool hasAxisWords() const {
        return given(m_block.at('X')) || given(m_block.at('Y')) || given(m_block.at('Z'));
    }
    void setUnit(double unit) {
        if (m_feed > 0 && unit != m_unit) m_feed *= unit / m_unit; // a feed in force keeps its number, as controls do
        m_unit = unit;
    }
    double scaleOf(int axis) const { return axis == 0 && m_options.xIsDiameter ? m_unit / 2 : m_unit; }
    Point3 target() const {
        Point3 p = m_at;
        for (int k = 0; k < 3; ++k)
            if (const double v = m_block.at(axisLetters[k]); given(v))
                p[std::size_t(k)] = m_absolute ? v * scaleOf(k) : p[std::size_t(k)] + v * scaleOf(k);
        return p;
    }
    [[nodiscard]] bool reachable(const Point3 &p) const {
        return std::all_of(p.begin(), p.end(),
                           [](double v) { return std::fabs(v) < 1000; }); // a kilometre: a slip of the pen
    }
    [[nodiscard]] double timeOfStraight() const {
        if (!hasAxisWords()) return 0;
        const Point3 p = target();
        const double way = std::hypot(p[0] - m_at[0], p[1] - m_at[1], p[2] - m_at[2]), feed = feedTo(p);
        return feed > 0 && std::isfinite(way) ? way / feed : 0;
    }
    enum class FeedMode { Minute, Turn, Inverse };
    /// Another mode makes another thing of F: what was written before counts no more (ISO 6983, modal group 5).
    void feedMode(FeedMode mode) {
        if (mode != m_feedMode) m_feed = 0;
        m_feedMode = mode;
    }
    /// Feed along the path, m/s; 0 when it is not known. A turn's feed goes by the spindle; under G96 that follows the
    /// radius, and the middle of the move gives the time of the whole exactly (speed of cut and feed a turn constant).
    [[nodiscard]] double feedTo(const Point3 &to) const {
        if (m_feedMode == FeedMode::Inverse || !(m_feed > 0)) return 0;
        if (m_feedMode == FeedMode::Minute) return m_feed;
        if (!given(m_spindle)) return 0;
        double rpm = m_spindle;
        if (m_surfaceSpeed) { // metres or feet a minute
            const double radius = std::fabs(m_at[0] + to[0]) / 2,
                         metresAMinute = m_unit == 0.0254 ? m_spindle * 0.3048 : m_spindle;
            rpm = radius > 0 ? metresAMinute / (2 * pi * radius) : std::numeric_limits<double>::infinity();
            if (given(m_spindleMost)) rpm = std::min(rpm, m_spindleMost);
            if (!std::isfinite(rpm)) return 0;
        }
        return m_feed * rpm / 60;
    }
    void skip(const std::string &why, double seconds) {
        ++m_text.skippedCount;
        if (m_text.skipped.size() < 500)
            m_text.skipped.push_back(
                {m_line, shownText(m_source), shownText(why, 200), seconds}); // a reason may name a byte of it
        if (seconds == seconds)
            m_text.skippedSeconds += seconds;
        else
            m_text.timeOpen = true;
    }
    void note(const std::string &words) {
        if (std::find(m_text.notes.begin(), m_text.notes.end(), words) == m_text.notes.end())
            m_text.notes.push_back(words);
    }
    void emitMove(ProgramMove move) {
        move.line = m_line;
        m_at = move.to;
        m_sink(move);
    }
    void emitStraight(const Point3 &to, bool rapid) {
        if (to == m_at) return;
        ProgramMove move;
        move.kind = rapid ? ProgramMoveKind::Rapid : ProgramMoveKind::Feed;
        move.from = m_at;
        move.to = to;
        move.feed = rapid ? 0 : feedTo(to);
        move.stopAfter = rapid;
        emitMove(move);
    }
    void emitStop() {
        ProgramMove move;
        move.kind = ProgramMoveKind::Dwell;
        move.from = move.to = m_at;
        move.stopAfter = true;
        move.line = m_line;
        m_sink(move);
    }
    /// What moves at no known feed takes a time that nobody can tell.
    bool feedReady(const Point3 &to) {
        if (feedTo(to) > 0) return true;
        constexpr double open = std::numeric_limits<double>::quiet_NaN();
        if (m_feedMode == FeedMode::Inverse)
            skip("the feed is not known here", open);
        else if (!(m_feed > 0))
            skip("no feed has been given yet: write F", open);
        else if (!given(m_spindle) || m_spindle == 0)
            skip(m_surfaceSpeed ? "feed a turn under G96, and no S has been given"
                                : "feed a turn, and the spindle has no S",
                 open);
        else
            skip("feed a turn at the centre under G96: write G92 S, how fast the spindle may turn", open);
        return false;
    }
    void doDwell() {
        double t = m_block.at('P');
        if (!given(t)) t = m_block.at('X');
        if (!given(t)) t = m_block.at('S');
        if (!given(t) || t < 0) return skip("G4 without its time", 0);
        note("G4 is read in seconds; some controls count milliseconds.");
        if (t > 3600) return skip("a dwell of more than an hour: milliseconds meant?", t / 1000);
        ProgramMove move;
        move.kind = ProgramMoveKind::Dwell;
        move.from = move.to = m_at;
        move.dwell = t;
        move.stopAfter = true;
        move.line = m_line;
        m_sink(move);
    }
    void straight(bool rapid) {
        const Point3 to = target();
        if (!reachable(to)) return skip("a place more than a kilometre away", 0);
        if (!rapid && to != m_at && !feedReady(to)) {
            m_at = to; // the place is known all the same
            return;
        }
        emitStraight(to, rapid);
    }
    void arc(bool anticlockwise) {
        const Point3 to = target();
        if (!reachable(to)) return skip("a place more than a kilometre away", 0);
        const double seconds = timeOfStraight();
        if (!feedReady(to)) {
            m_at = to;
            return;
        }
        constexpr char offsets[3] = {'I', 'J', 'K'};
        const auto fi = std::size_t(m_first), si = std::size_t(m_second);
        const double a0 = m_at[fi], b0 = m_at[si], a1 = to[fi], b1 = to[si];
        const double offA = m_block.at(offsets[m_first]), offB = m_block.at(offsets[m_second]), R = m_block.at('R');
        double ca, cb;
        const bool closed = a0 == a1 && b0 == b1;
        if (given(offA) || given(offB)) {
            // centre offsets are radii even when X words are diameters
            ca = a0 + (given(offA) ? offA * m_unit : 0);
            cb = b0 + (given(offB) ? offB * m_unit : 0);
        } else if (given(R)) {
            const double r = R * m_unit, da = a1 - a0, db = b1 - b0, chord = std::hypot(da, db);
            if (closed || chord == 0) return skipTo(to, "an arc by R needs another end than its start", seconds);
            const double h2 = r * r - chord * chord / 4;
            if (h2 < -1e-9 * r * r - 1e-12) return skipTo(to, "the ends are farther apart than twice R", seconds);
            const double h = std::sqrt(std::max(0.0, h2)) / chord;
            // left of the chord for an anticlockwise arc below half a turn; a negative R takes the long way
            const double side = (anticlockwise ? 1 : -1) * (r > 0 ? 1 : -1);
            ca = (a0 + a1) / 2 - side * h * db;
            cb = (b0 + b1) / 2 + side * h * da;
        } else {
            return skipTo(to, "an arc needs I, J, K or R", seconds);
        }
        const double r0 = std::hypot(a0 - ca, b0 - cb), r1 = std::hypot(a1 - ca, b1 - cb);
        if (!(r0 > 1e-9) || !(r0 < 1000)) return skipTo(to, "the centre lies on the start", seconds);
        if (std::fabs(r0 - r1) > std::max(0.01e-3, 0.001 * r0))
            return skipTo(to, "start and end are not equally far from the centre", seconds);
        double sweep = std::atan2(b1 - cb, a1 - ca) - std::atan2(b0 - cb, a0 - ca);
        if (closed)
            sweep = anticlockwise ? 2 * pi : -2 * pi;
        else if (anticlockwise && sweep <= 1e-12)
            sweep += 2 * pi;
        else if (!anticlockwise && sweep >= -1e-12)
            sweep -= 2 * pi;
        if (const double turns = m_block.at('P'); given(turns) && turns > 1)
            sweep += (anticlockwise ? 2 : -2) * pi * (std::floor(std::min(turns, 1000.0)) - 1);
        ProgramMove move;
        move.kind = ProgramMoveKind::Arc;
        move.from = m_at;
        move.to = to;
        move.feed = feedTo(to);
        move.first = m_first;
        move.second = m_second;
        move.centreFirst = ca;
        move.centreSecond = cb;
        move.sweep = sweep;
        move.radius = r0;
        emitMove(move);
    }
    void skipTo(const Point3 &to, const std::string &why, double seconds) {
        skip(why, seconds);
        m_at = to;
    }
    /// G81, G82, G83 in the XY plane: over, down to R, feed to Z, out to R or to where Z was.
    void cycle() {
        if (m_first != 0 || m_second != 1) return skip("drilling cycles are followed in the XY plane only", 0);
        const double rWord = m_block.at('R'), zWord = m_block.at('Z');
        if (given(rWord)) m_cycle.r = m_absolute ? rWord * m_unit : m_cycleStartZ + rWord * m_unit;
        if (given(zWord)) {
            if (m_absolute)
                m_cycle.z = zWord * m_unit;
            else if (given(m_cycle.r))
                m_cycle.z = m_cycle.r + zWord * m_unit;
        }
        if (given(m_block.at('P'))) m_cycle.dwell = m_block.at('P');
        if (given(m_block.at('Q'))) m_cycle.peck = m_block.at('Q') * m_unit;
        if (!given(m_cycle.r) || !given(m_cycle.z)) return skip("a drilling cycle needs R and Z", 0);
        if (m_cycle.z >= m_cycle.r) return skip("the hole ends above R", 0);
        if (m_motion == 830 && !(m_cycle.peck > 0)) return skip("G83 needs Q above zero", 0);
        if (m_motion == 820 && (!given(m_cycle.dwell) || m_cycle.dwell < 0)) return skip("G82 needs its dwell P", 0);
        if (m_motion == 820) note("G82 P is read in seconds; some controls count milliseconds.");
        if (!feedReady(m_at)) return;
        const double L = m_block.at('L');
        const int repeats = given(L) ? int(std::clamp(std::floor(L), 0.0, 10000.0)) : 1;
        for (int n = 0; n < repeats; ++n) {
            Point3 over = m_at;
            for (int k = 0; k < 2; ++k)
                if (const double v = m_block.at(axisLetters[k]); given(v))
                    over[std::size_t(k)] = m_absolute ? v * scaleOf(k) : over[std::size_t(k)] + v * scaleOf(k);
            if (!reachable(over) || std::fabs(m_cycle.z) > 1000 || std::fabs(m_cycle.r) > 1000)
                return skip("a place more than a kilometre away", 0);
            if (m_at[2] < m_cycle.r) emitStraight({m_at[0], m_at[1], m_cycle.r}, true);
            emitStraight(over, true);
            const auto down = [&](double z, bool rapid) { emitStraight({over[0], over[1], z}, rapid); };
            down(m_cycle.r, true);
            if (m_motion == 830) {
                double reached = m_cycle.r;
                if ((m_cycle.r - m_cycle.z) / m_cycle.peck > 10000) return skip("more than ten thousand pecks", 0);
                while (reached > m_cycle.z) {
                    if (reached < m_cycle.r) {
                        down(m_cycle.r, true);
                        down(std::min(m_cycle.r, reached + m_options.peckClearance), true);
                        note("G83 goes back to half a millimetre above the last depth, as many controls do.");
                    }
                    reached = std::max(m_cycle.z, reached - m_cycle.peck);
                    down(reached, false);
                }
            } else {
                down(m_cycle.z, false);
                if (m_motion == 820 && m_cycle.dwell <= 3600) {
                    ProgramMove move;
                    move.kind = ProgramMoveKind::Dwell;
                    move.from = move.to = m_at;
                    move.dwell = m_cycle.dwell;
                    move.stopAfter = true;
                    move.line = m_line;
                    m_sink(move);
                }
            }
            down(m_backToStart ? std::max(m_cycleStartZ, m_cycle.r) : m_cycle.r, true);
        }
    }

    struct Cycle {
        double r = unset, z = unset, peck = unset, dwell = unset;
    };
    const ProgramOptions &m_options;
    ProgramText &m_text;
    const std::function<void(const ProgramMove &)> &m_sink;
    Block m_block;
    std::string_view m_source;
    std::int64_t m_line = 0;
    Point3 m_at{};
    double m_unit = 1e-3, m_feed = 0, m_cycleStartZ = 0;
    int m_motion = -1, m_first = 0, m_second = 1;
    bool m_absolute = true, m_backToStart = true, m_surfaceSpeed = false, m_ended = false;
    FeedMode m_feedMode = FeedMode::Minute;
    double m_spindle = unset, m_spindleMost = unset; ///< rpm; under G96 the first is metres or feet a minute
    Cycle m_cycle;
};

} // namespace

ProgramText readProgram(std::istream &in, std::int64_t size, const ProgramOptions &options,
                        const std::function<void(const ProgramMove &)> &sink) {
    ProgramText text;
    Interpreter interpreter(options, text, sink);
    std::string line;
    std::int64_t bytes = 0, lastSaid = 0;
    constexpr std::int64_t longest = 4096;
    while (std::getline(in, line)) {
        ++text.lines;
        bytes += std::int64_t(line.size()) + 1;
        if (std::int64_t(line.size()) > longest) {
            ++text.skippedCount;
            if (text.skipped.size() < 500)
                text.skipped.push_back(
                    {text.lines, shownText(line), "a line of more than 4096 characters is no block", 0});
        } else {
            interpreter.run(line, text.lines);
        }
        if (options.progress && bytes - lastSaid > 262144) {
            lastSaid = bytes;
            if (!options.progress(size > 0 ? std::min(1.0, double(bytes) / double(size)) : 0)) {
                text.cancelled = true;
                break;
            }
        }
        if (interpreter.ended()) break;
    }
    return text;
}

double pathLength(const ProgramMove &m) {
    if (m.kind == ProgramMoveKind::Dwell) return 0;
    if (m.kind == ProgramMoveKind::Arc) {
        const int third = 3 - m.first - m.second;
        return std::hypot(m.radius * m.sweep, m.to[std::size_t(third)] - m.from[std::size_t(third)]);
    }
    return std::hypot(m.to[0] - m.from[0], m.to[1] - m.from[1], m.to[2] - m.from[2]);
}

} // namespace lw
