// lathewright-cli: the bench book and the proof of a job from the command line. Same numbers as the window: same core.
#include "book/book.h"
#include "proof/program_report.h"
#include "proof/result_json.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "picture/theme.h"
#include "report/report.h"
#include <CLI/CLI.hpp>
#include <QGuiApplication>
#include <filesystem>
#include <fstream>
#include <iostream>
#include <sstream>

namespace {

int say(const std::string &sentence) {
    std::cerr << sentence << "\n";
    return 2;
}

int calc(const std::string &name, const std::string &file) {
    if (!lw::book::find(name)) return say("There is no calculation called '" + name + "'; calc --list names them.");
    std::ostringstream text;
    if (file == "-") {
        text << std::cin.rdbuf();
    } else {
        std::ifstream in(file, std::ios::binary);
        if (!in) return say(file + ": cannot be opened; check the path.");
        text << in.rdbuf();
    }
    const auto input = nlohmann::json::parse(text.str(), nullptr, false);
    if (input.is_discarded()) return say(file + ": this is not JSON; it must be one object { \"key\": value, ... }.");
    const auto outcome = lw::book::calculate(name, input);
    if (!outcome) return say(name + ": " + outcome.error());
    for (const auto &note : outcome->notes) std::cerr << name << ": " << note << "\n";
    std::cout << outcome->outputs.dump(2) << "\n";
    return 0;
}

int evaluate(const std::string &file, bool asJson) {
    std::ifstream in(file, std::ios::binary);
    if (!in) return say(file + ": cannot be opened; check the path.");
    std::ostringstream text;
    text << in.rdbuf();
    const auto read = lw::readProject(text.str(), file);
    if (!read) return say(read.error());
    for (const auto &note : read->notes) std::cerr << file << ", " << note << "\n";
    const auto result = lw::resultJson(read->project, true);
    bool fails = false;
    for (const auto &[id, axis] : result.at("axes").items())
        for (const auto &f : axis.at("findings")) fails |= f.at("verdict") == "fails";
    if (asJson) {
        std::cout << result.dump(2) << "\n";
        return fails ? 1 : 0;
    }
    for (const auto &[id, axis] : result.at("axes").items()) {
        std::cout << id << "  design " << axis.at("design").get<std::string>() << "\n";
        for (const auto &f : axis.at("findings")) {
            std::cout << "  " << f.at("verdict").get<std::string>() << "  " << f.at("id").get<std::string>() << "  " << f.at("sentence").get<std::string>();
            if (!f.at("lever").is_null()) std::cout << "  -> " << f.at("lever").get<std::string>();
            std::cout << "\n";
        }
    }
    return fails ? 1 : 0;
}

/// A part program run through the limits of a job's axes; no job: those of a bench mill, said so.
int program(const std::string &file, const std::string &job, bool runThrough, bool diameters, bool asJson) {
    nlohmann::json project = nlohmann::json::object();
    if (!job.empty()) {
        std::ifstream in(job, std::ios::binary);
        if (!in) return say(job + ": cannot be opened; check the path.");
        std::ostringstream text;
        text << in.rdbuf();
        auto read = lw::readProject(text.str(), job);
        if (!read) return say(read.error());
        project = std::move(read->project);
    }
    std::error_code wrong;
    const auto size = std::filesystem::file_size(file, wrong);
    std::ifstream in(file, std::ios::binary);
    if (!in || wrong) return say(file + ": cannot be opened; check the path.");
    lw::ProgramOptions options;
    options.xIsDiameter = diameters;
    auto limits = lw::programLimits(project);
    limits.limits.corners = runThrough ? lw::CornerMode::RunThrough : lw::CornerMode::StopAtEach;
    const auto duty = lw::programDuty(in, static_cast<std::int64_t>(size), options, limits.limits);
    for (const auto &note : limits.notes) std::cerr << note << "\n";
    if (asJson) {
        std::cout << lw::programJson(duty, limits.limits).dump(2) << "\n";
        return 0;
    }
    std::cout << lw::programSentence(duty) << "\n";
    for (const auto &note : duty.text.notes) std::cout << note << "\n";
    for (const auto &s : duty.text.skipped) std::cout << "  line " << s.line << ": " << s.text << "  " << s.why << "\n";
    return 0;
}

/// Only this command needs type and painters; it runs with no display.
int report(int argc, char **argv, const std::string &file, const std::string &out, bool cards, const std::string &paper) {
    if (paper != "a4" && paper != "letter") return say("report: the paper is a4 or letter.");
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QGuiApplication app(argc, argv);
    if (!lw::loadFonts()) return say("report: the typeface is missing from this build.");
    lw::Session session;
    QStringList notes;
    const auto problem = session.open(QString::fromStdString(file), &notes);
    if (!problem.isEmpty()) return say(problem.toStdString());
    for (const auto &n : notes) std::cerr << file << ", " << n.toStdString() << "\n";
    const auto wrong = lw::writeReport(cards ? lw::makeJobCards(session) : lw::makeReport(session), QString::fromStdString(out), paper == "letter" ? QPageSize::Letter : QPageSize::A4);
    return wrong.isEmpty() ? 0 : say(wrong.toStdString());
}

} // namespace

int main(int argc, char **argv) {
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

    auto *schemaCommand = app.add_subcommand("schema", "the JSON Schema of the job file");

    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp &e) {
        return app.exit(e);
    } catch (const CLI::CallForVersion &e) {
        return app.exit(e);
    } catch (const CLI::ParseError &e) {
        return say(std::string(e.what()) + ". Try --help.");
    }
    if (calcCommand->parsed()) {
        if (list) {
            for (const auto n : lw::book::names()) std::cout << n << "\n";
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
