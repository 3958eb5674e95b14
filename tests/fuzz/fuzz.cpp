// Broken jobs, tables, part programs and typed text, by the thousand: whatever comes in, what comes out is a job or a
// sentence.
//   fuzz [--runs N] [--seed S] [--only jobs|journal|csv|program|typed|names]
// A few seconds in the suite; --runs 1000000 for a night. The seed of a failure repeats it: fuzz --seed S --runs 1.
#include "drive/belt.h"
#include "drive/screw.h"
#include "duty/program_duty.h"
#include "fraction.h"
#include "logbook/log.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "plan/calendar.h"
#include "proof/words/narrate.h"
#include "proof/program_report.h"
#include "search/result_json.h"
#include "proof/words/working.h"
#include "catalogue/csv.h"
#include "shop/parts.h"
#include "survey/cards.h"
#include "survey/readings_table.h"
#include "units/plain_number.h"
#include "units/typed.h"
#include <clocale>
#include <cstdio>
#include <fstream>
#include <random>
#include <sstream>
#include <stdexcept>

using namespace lw;
using Json = nlohmann::json;

namespace {
using Random = std::mt19937_64;
std::size_t below(Random &r, std::size_t n) { return n ? r() % n : 0; }

void check(bool good, const std::string &what) {
    if (!good) throw std::runtime_error(what);
}
void isSentence(const std::string &s) {
    check(!s.empty() && (s.back() == '.' || s.back() == '?'), "no sentence: " + s);
}

constexpr const char *scraps[] = {
    "",      " ",     "0",        "-1",       "1e999",  "1e308",    "-1e-300", "nan",  "inf",
    "1,500", "3/8in", "5tpi",     "NaN",      "null",   "\"",       "\\",      "{",    "}",
    "[",     "]",     "\x1b[31m", "\xff\xfe", "\u202e", "\ue000",   "ünïcödé", "//",   "~",
    "/axes", "𝟘",     "1.2.3",    "X1e9",     "G95",    "G96 S100", "M98",     "(",    ")",
    "#1=2",  "\n",    "\r\n",     "\t",       ";",      ",",        "'",       "=1+1", "999999999999999999999999",
    "0x10",  "--5",   "½",        "1 1/0in"};
std::string mutated(std::string text, Random &r) {
    for (std::size_t n = 1 + below(r, 6); n > 0; --n) {
        const std::size_t at = below(r, text.size() + 1);
        switch (below(r, 7)) {
        case 0:
            if (!text.empty()) text[std::min(at, text.size() - 1)] = char(r() % 256);
            break;
        case 1: text.insert(at, scraps[below(r, std::size(scraps))]); break;
        case 2: text.erase(std::min(at, text.size()), below(r, 40)); break;
        case 3: text.insert(at, text.substr(below(r, text.size() + 1), below(r, 60))); break;
        case 4: text.resize(at); break;
        case 5:
            if (!text.empty()) text[std::min(at, text.size() - 1)] ^= char(1u << below(r, 8));
            break;
        case 6: text.insert(at, below(r, 200), char(' ' + int(below(r, 90)))); break;
        }
    }
    return text;
}
std::string typedScrap(Random &r) {
    std::string t;
    for (std::size_t n = 1 + below(r, 5); n > 0; --n) {
        if (below(r, 2))
            t += scraps[below(r, std::size(scraps))];
        else
            t += exactNumber(std::ldexp(double(r() >> 11) / 9007199254740992.0, int(below(r, 80)) - 40));
        if (below(r, 2))
            t += std::vector<const char *>{
                "mm", "in", "kg", "N", "tpi", "mm/min", "+", "*", "/", "m/s2", "ohm", "%"}[below(r, 12)];
    }
    return t;
}

/// Any node of a tree becomes something else.
void spoil(Json &node, Random &r) {
    if (node.is_structured() && !node.empty() && below(r, 8)) {
        auto it = node.begin();
        std::advance(it, std::ptrdiff_t(below(r, node.size())));
        return spoil(*it, r);
    }
    switch (below(r, 9)) {
    case 0: node = nullptr; break;
    case 1: node = Json::array({1, "x", nullptr}); break;
    case 2: node = Json::object({{"typed", typedScrap(r)}}); break;
    case 3: node = typedScrap(r); break;
    case 4: node = std::ldexp(1.0, int(below(r, 2000)) - 1000); break;
    case 5: node = true; break;
    case 6: node = std::int64_t(r()); break;
    case 7:
        node = {{"typed", typedScrap(r)}, {"standing", scraps[below(r, std::size(scraps))]}, {"spread", typedScrap(r)}};
        break;
    case 8: node = std::string(below(r, 3000), 'W'); break;
    }
}

/// Everything a job is asked for: nothing may throw, nothing may be an infinity in JSON.
void askAll(const Json &job) {
    const auto json = resultJson(job, false).dump(-1, ' ', false, Json::error_handler_t::replace);
    (void)json;
    const auto again = readProject(writeProject(job), "again");
    check(again.has_value(), "what was written cannot be read: " + (again ? "" : again.error()));
    for (const auto &id : axisOrder(job)) {
        const auto m = readAxis(job, id, shownDesign(job, id));
        const auto e = prove(m);
        for (const auto &f : e.findings) {
            check(!(f.margin < 0), "a margin below nothing");
            check(!titleOf(m, f).empty() && !sentenceOf(m, e.state, f).empty(), "a finding without words");
            (void)reasonOf(m, e.state, f);
            (void)explain(m, e.state, f);
        }
        for (const auto *card : surveyCardsOf(m, textAt(job, "/class")))
            (void)judgeSurveyCard(job, m, e, card->id);
    }
    (void)partTotals(job, partLines(job));
    (void)logEntries(job);
}

void oneJob(const std::vector<std::string> &samples, Random &r) {
    const auto &text = samples[below(r, samples.size())];
    if (below(r, 3) == 0) { // as bytes
        const auto read = readProject(mutated(text, r), "job");
        if (!read) return isSentence(read.error());
        return askAll(read->project);
    }
    Json tree = Json::parse(text); // as a tree
    for (std::size_t n = 1 + below(r, 3); n > 0; --n)
        spoil(tree, r);
    const auto read = readProject(tree.dump(-1, ' ', false, Json::error_handler_t::replace), "job");
    if (!read) return isSentence(read.error());
    askAll(read->project);
}
void oneTable(const std::vector<std::string> &, Random &r) {
    std::string text = below(r, 2) ? "at_mm;away_N;back_N\n" : "";
    for (std::size_t n = below(r, 30); n > 0; --n)
        text +=
            exactNumber(double(below(r, 400))) + ";" + exactNumber(double(below(r, 200))) + ";" + typedScrap(r) + "\n";
    text = mutated(text, r);
    const std::vector<const FieldSpec *> columns{fieldAt("/axes/x/survey/pull/readings/1/at_mm"),
                                                 fieldAt("/axes/x/survey/pull/readings/1/away_N"),
                                                 fieldAt("/axes/x/survey/pull/readings/1/back_N")};
    const auto read = readReadingsText(text, columns);
    if (!read.taken()) isSentence(read.problem);
    (void)readTable(text);
    (void)importParts(emptyProject(), text);
}
void oneProgram(const std::vector<std::string> &, Random &r) {
    std::string text;
    for (std::size_t n = below(r, 40); n > 0; --n) {
        text += std::vector<const char *>{"G0 ",   "G1 ",   "G2 ",   "G95 ", "G94 ", "G96 ", "G83 ",
                                          "S500 ", "F0.2 ", "F100 ", "G20 ", "G18 ", "M3 ",  "G4 P1"}[below(r, 14)];
        for (std::size_t k = below(r, 4); k > 0; --k)
            text += std::string(1, "XYZIJKRQPFSLD"[below(r, 13)]) +
                    exactNumber(std::ldexp(double(below(r, 2000)) - 1000, int(below(r, 12)) - 6));
        text += below(r, 6) ? "\n" : scraps[below(r, std::size(scraps))];
    }
    text = mutated(text, r);
    std::istringstream in(text);
    ProgramLimits limits;
    limits.axis.fill({2.5 / 60, 0.3});
    limits.corners = below(r, 2) ? CornerMode::RunThrough : CornerMode::StopAtEach;
    const auto duty = programDuty(in, std::int64_t(text.size()), {}, limits);
    check(duty.time >= 0 && std::isfinite(duty.time), "a time that is none");
    (void)programJson(duty, limits).dump(); // throws when a text in it is not UTF-8
    isSentence(programSentence(duty));
}
void oneTyped(const std::vector<std::string> &, Random &r) {
    const auto text = typedScrap(r);
    for (auto d : {Dimension::Length, Dimension::Lead, Dimension::Torque, Dimension::Number, Dimension::Count,
                   Dimension::Temperature, Dimension::Money}) {
        const auto read = readTyped(text, d, d == Dimension::Length ? "mm" : "");
        if (!read)
            isSentence(read.error().sentence);
        else
            check(std::isfinite(read->si) && !numberText(read->si).empty(), "not finite: " + text);
    }
    (void)stepTyped(text, 1);
    (void)readSpread(text, 1, Dimension::Number, "");
    (void)readFraction(text);
    (void)readDay(text, *dayFromIso("2026-03-12"));
}
void oneName(const std::vector<std::string> &, Random &r) {
    const auto text =
        below(r, 2) ? mutated(std::vector<const char *>{"375-5M-15", "150 XL 037", "16 T5/500", "10 H7", "0.5in h6",
                                                        "Tr20x4", "acme 3/4-5", "1605", "GT2 200 6"}[below(r, 9)],
                              r)
                    : typedScrap(r);
    (void)readDesignation(text);
    (void)readDesignation(text, "belt");
    const auto size = readToleratedSize(text);
    if (!size)
        isSentence(size.error().detail);
    else
        check(size->band.upper >= size->band.lower, "a band upside down: " + text);
    (void)readThread(text);
    check(oneLine(text).find('\n') == std::string::npos, "two lines");
}
} // namespace

int main(int argc, char **argv) {
    std::setlocale(LC_ALL, "");
    std::size_t runs = 1500;
    unsigned long seed = 20261129;
    std::string only;
    for (int k = 1; k + 1 < argc; k += 2) {
        const std::string key = argv[k];
        if (key == "--only")
            only = argv[k + 1];
        else if (const auto v = readNumber(argv[k + 1]); v && *v >= 0 && key == "--runs")
            runs = std::size_t(*v);
        else if (v && key == "--seed")
            seed = static_cast<unsigned long>(*v);
        else
            return std::fprintf(stderr, "fuzz [--runs N] [--seed S] [--only NAME]\n"), 2;
    }
    std::vector<std::string> samples;
    for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"}) {
        std::ifstream in(std::string(LW_SOURCE_DIR "/data/demo/") + name + ".lathewright", std::ios::binary);
        std::ostringstream text;
        text << in.rdbuf();
        samples.push_back(text.str());
    }
    struct Kind {
        const char *name;
        void (*run)(const std::vector<std::string> &, Random &);
        std::size_t share;
    };
    int failed = 0;
    for (const auto &kind : {Kind{"jobs", oneJob, 10},
                             {"csv", oneTable, 1},
                             {"program", oneProgram, 1},
                             {"typed", oneTyped, 1},
                             {"names", oneName, 1}}) {
        if (!only.empty() && only != kind.name) continue;
        const std::size_t n = std::max<std::size_t>(1, runs / kind.share);
        for (std::size_t k = 0; k < n; ++k) {
            Random r(seed + k);
            try {
                kind.run(samples, r);
            } catch (const std::exception &e) {
                std::fprintf(stderr, "%s, seed %lu: %s\n", kind.name, seed + k, oneLine(e.what()).c_str());
                if (++failed > 20) return 1;
            }
        }
        std::printf("%s: %zu\n", kind.name, n);
    }
    return failed ? 1 : 0;
}
