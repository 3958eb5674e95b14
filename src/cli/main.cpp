// lathewright-cli: the bench book and the proof of a job from the command line. Same numbers as the window: same core.
#include "cli/cli.h"
#include "cli/design_commands.h"
#include "book/book.h"
#include "proof/doubt/measure_next.h"
#include "proof/words/narrate.h"
#include "proof/program_report.h"
#include "search/result_json.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "picture/theme.h"
#include "report/report.h"
#include "session/disk.h"
#include "units/plain_number.h"
#include <CLI/CLI.hpp>
#include <QGuiApplication>
#include <algorithm>
#include <csignal>
#include <filesystem>
#include <fstream>
#include <iostream>
#include <optional>

namespace {

int calc(const std::string &name, const std::string &file) {
    if (!lw::book::find(name)) return say("There is no calculation called '" + name + "'; calc --list names them.");
    std::string text;
    if (file == "-") {
        char part[65536];
        while (std::cin.read(part, sizeof part), std::cin.gcount() > 0) {
            text.append(part, std::size_t(std::cin.gcount()));
            if (qint64(text.size()) > lw::largestFile) return say("standard input: more than 64 MB are not read.");
        }
    } else {
        const auto content = lw::readWhole(QByteArray::fromStdString(file));
        if (!content) return say(content.error());
        text = content->toStdString();
    }
    nlohmann::json input;
    try {
        input = nlohmann::json::parse(text);
    } catch (const nlohmann::json::parse_error &) {
        return say(file + ": this is not JSON; it must be one object { \"key\": value, ... }.");
    } catch (const nlohmann::json::exception &e) {
        return say(file + ": a value in it is beyond any size a number can have (" + e.what() + ").");
    }
    const auto outcome = lw::book::calculate(name, input);
    if (!outcome) return say(name + ": " + outcome.error());
    for (const auto &note : outcome->notes)
        say(name + ": " + note);
    print(outcome->outputs);
    return 0;
}

int evaluate(const std::string &file, bool asJson) {
    const auto project = readJob(file);
    if (!project) return 2;
    const auto result = lw::resultJson(*project, true);
    bool fails = false;
    for (const auto &[id, axis] : result.at("axes").items())
        for (const auto &f : axis.at("findings"))
            fails |= f.at("verdict") == "fails";
    if (asJson) {
        print(result);
        return fails ? 1 : 0;
    }
    for (const auto &[id, axis] : result.at("axes").items()) {
        line(id + "  design " + axis.at("design").get<std::string>());
        for (const auto &f : axis.at("findings")) {
            std::string words = "  " + f.at("verdict").get<std::string>() + "  " + f.at("id").get<std::string>() +
                                "  " + f.at("sentence").get<std::string>();
            if (!f.at("lever").is_null()) words += "  -> " + f.at("lever").get<std::string>();
            line(words);
        }
    }
    return fails ? 1 : 0;
}

/// What to measure next, as the window lists it.
int next(const std::string &file, const std::string &only, bool asJson) {
    const auto project = readJob(file);
    if (!project) return 2;
    const auto axes = lw::axisOrder(*project);
    if (!only.empty() && std::find(axes.begin(), axes.end(), only) == axes.end())
        return say("next: the job has no axis '" + only + "'.");
    nlohmann::json out = {{"axes", nlohmann::json::object()}};
    for (const auto &id : axes) {
        if (!only.empty() && id != only) continue;
        const auto rows = lw::nextJson(*project, id);
        out["axes"][id] = rows;
        if (asJson) continue;
        line(id + (rows.empty() ? "  nothing that is worth the minutes" : ""));
        for (const auto &row : rows) {
            const auto band = [](const nlohmann::json &b) {
                return b.is_array() && b[0].is_number() && b[1].is_number()
                           ? lw::numberText(b[0], 3) + "–" + lw::timesText(b[1])
                           : std::string("not known");
            };
            line("  " + row.at("what").get<std::string>() + ", " + std::to_string(row.at("minutes").get<int>()) +
                 " min: " + (row.at("id").is_string() ? row.at("id").get<std::string>() + " " : "") +
                 band(row.at("band_now")) + " becomes " + band(row.at("band_then")));
        }
    }
    if (asJson) print(out);
    return 0;
}

/// A part program run through the limits of a job's axes; no job: those of a bench mill, said so.
int program(const std::string &file, const std::string &job, bool runThrough, bool diameters, bool asJson) {
    nlohmann::json project = nlohmann::json::object();
    if (!job.empty()) {
        auto read = readJob(job);
        if (!read) return 2;
        project = std::move(*read);
    }
    if (const auto problem = lw::inputProblem(QByteArray::fromStdString(file)); !problem.isEmpty()) return say(problem);
    std::error_code wrong;
    const auto size = std::filesystem::file_size(file, wrong);
    std::ifstream in(file, std::ios::binary);
    if (!in || wrong) return say(file + ": it cannot be read. Check its permissions.");
    lw::ProgramOptions options;
    options.xIsDiameter = diameters;
    auto limits = lw::programLimits(project);
    limits.limits.corners = runThrough ? lw::CornerMode::RunThrough : lw::CornerMode::StopAtEach;
    const auto duty = lw::programDuty(in, static_cast<std::int64_t>(size), options, limits.limits);
    const auto demands = lw::programDemands(project, duty);
    for (const auto &note : limits.notes)
        say(note);
    if (asJson) {
        print(lw::programJson(duty, limits.limits, demands));
        return 0;
    }
    line(lw::programSentence(duty));
    for (std::size_t k = 0; k < 3; ++k)
        if (duty.axis[k].moving > 0) line(lw::programAxisWords(duty, int(k), demands[k] ? &*demands[k] : nullptr));
    for (const auto &note : duty.text.notes)
        line(note);
    for (const auto &s : duty.text.skipped)
        line("  line " + std::to_string(s.line) + ": " + s.text + "  " + s.why);
    return 0;
}

/// Only this command needs type and painters; it runs with no display.
int report(int argc, char **argv, const std::string &file, const std::string &out, bool cards,
           const std::string &paper) {
    if (paper != "a4" && paper != "letter") return say("report: the paper is a4 or letter.");
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QGuiApplication app(argc, argv);
    if (!lw::loadFonts()) return say("report: the typeface is missing from this build.");
    lw::Session session;
    QStringList notes;
    const auto problem = session.open(QString::fromStdString(file), &notes);
    if (!problem.isEmpty()) return say(problem);
    for (const auto &n : notes)
        say(file + ", " + n.toStdString());
    const auto wrong =
        lw::writeReport(cards ? lw::makeJobCards(session) : lw::makeReport(session), QString::fromStdString(out),
                        paper == "letter" ? QPageSize::Letter : QPageSize::A4);
    return wrong.isEmpty() ? 0 : say(wrong);
}

} // namespace

namespace {
int run(int argc, char **argv) {
    CLI::App app{"Lathewright on the command line: sums of the trade, and the proof of a job."};
    app.set_version_flag("--version", "lathewright-cli " LW_VERSION);
    app.require_subcommand(0, 1);

    auto *calcCommand = app.add_subcommand("calc", "one calculation of the bench book");
    calcCommand->set_help_flag(); // calc NAME --help prints the fields of NAME
    std::string name;
    std::string input;
    bool list = false;
    bool help = false;
    calcCommand->add_option("name", name, "name of the calculation");
    calcCommand->add_option("--in", input, "JSON file with the inputs, - for standard input");
    calcCommand->add_flag("--list", list, "all names, one a line");
    calcCommand->add_flag("--help,-h", help, "the fields of one calculation");

    auto *evaluateCommand = app.add_subcommand("evaluate", "the proof of a job");
    std::string job;
    bool asJson = false;
    evaluateCommand->add_option("file", job, "a .lathewright file")->required();
    evaluateCommand->add_flag("--json", asJson, "as JSON");

    auto *reportCommand = app.add_subcommand("report", "the whole job as HTML or PDF");
    std::string reportFile;
    std::string reportOut;
    std::string paper = "a4";
    bool cards = false;
    reportCommand->add_option("file", reportFile, "a .lathewright file")->required();
    reportCommand->add_option("-o,--out", reportOut, "out.html or out.pdf")->required();
    reportCommand->add_option("--paper", paper, "a4 or letter");
    reportCommand->add_flag("--cards", cards, "job cards for the bench instead");

    auto *programCommand = app.add_subcommand("program", "what a part program asks of the axes of a job");
    std::string programFile;
    std::string programJob;
    bool runThrough = false;
    bool diameters = false;
    bool programAsJson = false;
    programCommand->add_option("file", programFile, "a part program")->required();
    programCommand->add_option("--job", programJob, "the .lathewright file whose axes run it");
    programCommand->add_flag("--run-through", runThrough, "corners run through; else every move stops");
    programCommand->add_flag("--diameters", diameters, "X words are diameters");
    programCommand->add_flag("--json", programAsJson, "as JSON");

    auto *nextCommand = app.add_subcommand("next", "what to measure next, and what that would gain");
    std::string nextFile;
    std::string nextAxis;
    bool nextAsJson = false;
    nextCommand->add_option("file", nextFile, "a .lathewright file")->required();
    nextCommand->add_option("--axis", nextAxis, "this axis only");
    nextCommand->add_flag("--json", nextAsJson, "as JSON");

    const auto design = addDesignCommands(app);

    auto *schemaCommand = app.add_subcommand("schema", "the JSON Schema of the job file");

    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp &e) { return app.exit(e); } catch (const CLI::CallForVersion &e) {
        return app.exit(e);
    } catch (const CLI::ParseError &e) { return say(std::string(e.what()) + ". Try --help."); }
    if (calcCommand->parsed()) {
        if (list) {
            for (const auto n : lw::book::names())
                std::cout << n << "\n";
            return 0;
        }
        if (help || name.empty()) {
            if (name.empty()) {
                std::cout << "lathewright-cli calc NAME --in FILE.json   computes\n"
                             "lathewright-cli calc NAME --help           its fields\n"
                             "lathewright-cli calc --list                all names\n";
                return help ? 0 : say("calc: which one? calc --list names them.");
            }
            const auto text = lw::book::helpText(name);
            if (text.empty()) return say("There is no calculation called '" + name + "'; calc --list names them.");
            std::cout << text;
            return 0;
        }
        if (input.empty()) return say("calc " + name + ": give the inputs with --in FILE.json.");
        return calc(name, input);
    }
    if (!app.get_subcommands().empty())
        if (const auto code = design(); code >= 0) return code;
    if (nextCommand->parsed()) return next(nextFile, nextAxis, nextAsJson);
    if (programCommand->parsed()) return program(programFile, programJob, runThrough, diameters, programAsJson);
    if (schemaCommand->parsed()) {
        std::cout << lw::projectSchema();
        return 0;
    }
    if (reportCommand->parsed()) return report(argc, argv, reportFile, reportOut, cards, paper);
    if (evaluateCommand->parsed()) return evaluate(job, asJson);
    std::cout << app.help();
    return 0;
}
} // namespace

int main(int argc, char **argv) {
    std::signal(SIGPIPE, SIG_IGN); // a reader that has gone is told of below, not by dying
    int code = 2;
    try {
        code = run(argc, argv);
    } catch (const std::exception &e) {
        return say(std::string("Something went wrong that should not: ") + e.what() + ". Nothing was written.");
    }
    std::cout.flush();
    if (!std::cout || std::fflush(stdout) != 0)
        return say("The output could not be written: the disk is full, or its reader has gone.");
    return code;
}
