#include "cli/design_commands.h"
#include "cli/cli.h"
#include "catalogue/csv.h"
#include "machine/project_file.h"
#include "picture/theme.h"
#include "proof/checks/plate_of.h"
#include "proof/words/narrate.h"
#include "report/plate_print.h"
#include "search/table_ways.h"
#include "search/mends.h"
#include "search/size_json.h"
#include "search/why.h"
#include "session/disk.h"
#include "session/user_data.h"
#include "units/plain_number.h"
#include "wiring/wiring.h"
#include <QCoreApplication>
#include <QGuiApplication>
#include <algorithm>
#include <csignal>
#include <iostream>
#include <map>
#include <memory>
#include <mutex>
#include <set>
#include <thread>
#include <unistd.h>

namespace {
using Json = nlohmann::json;

std::atomic<bool> *stopAsked = nullptr;
extern "C" void askToStop(int) {
    if (stopAsked) stopAsked->store(true);
}

struct Asked {
    std::string file, axis = "all", out, have, plate = "motor";
    std::vector<std::string> limits, with;
    std::string budget, volts;
    bool keepScrew = false, json = false;
    int top = 3, apply = 0;
};

/// The axes asked for; nothing once the reason has been said.
std::optional<std::vector<std::string>> axesOf(const Json &project, const std::string &axis, const char *command) {
    const auto all = lw::axisOrder(project);
    if (axis == "all") return all;
    if (std::find(all.begin(), all.end(), axis) == all.end()) {
        say(std::string(command) + ": the job has no axis '" + axis + "'.");
        return {};
    }
    return std::vector<std::string>{axis};
}
std::optional<lw::SizeLimits> limitsFor(const Json &project, const std::string &axis, const Asked &a,
                                        const char *command) {
    auto limits = lw::limitsOf(project, axis);
    const auto take = [&](lw::LimitKey key, const std::string &text) {
        const auto wrong = limits.take(key, text);
        return wrong.empty() || (say(std::string(command) + ": " + wrong), false);
    };
    if (!a.budget.empty() && !take(lw::LimitKey::Budget, a.budget)) return {};
    if (!a.volts.empty() && !take(lw::LimitKey::Volts, a.volts)) return {};
    if (a.keepScrew) limits.keepScrew = true;
    for (const auto &l : a.limits) {
        const auto eq = l.find('=');
        const auto key = lw::limitFromKey(l.substr(0, eq));
        if (!key || eq == std::string::npos) {
            std::string known;
            for (std::size_t k = 0; k < lw::limitCount; ++k)
                known += (k ? ", " : "") + std::string(lw::limitSpec(lw::LimitKey(k)).key);
            say(std::string(command) + ": --limit '" + l + "' is not key=value with one of: " + known + ".");
            return {};
        }
        if (!take(*key, l.substr(eq + 1))) return {};
    }
    return limits;
}
std::optional<std::set<std::string>> haveOf(const std::string &file) {
    std::set<std::string> out;
    if (file.empty()) return out;
    const auto content = lw::readWhole(QByteArray::fromStdString(file));
    if (!content) return say(content.error()), std::nullopt;
    const auto rows = lw::readCsv({content->constData(), std::size_t(content->size())});
    if (!rows) return say(file + ", " + rows.error()), std::nullopt;
    for (const auto &r : *rows) {
        const auto name = r.find("name");
        if (name == r.end()) return say(file + ", line 1: the column name is missing."), std::nullopt;
        out.insert(name->second);
    }
    return out;
}
unsigned threads() { return std::max(1U, std::thread::hardware_concurrency()); }

std::string amount(double v, const Json &project) {
    return lw::numberText(v, 5) + " " + lw::textAt(project, "/currency", "EUR");
}
void tell(const lw::Proposal &p, const Json &project) {
    line("  " + p.name + ": " + lw::timesText(p.margin) + (p.at.empty() ? "" : " at " + p.at) + ", " +
         amount(p.price, project) + ", holds in " + lw::numberText(std::floor(p.chance * 100), 3) + " of 100 draws");
    for (const auto &[kind, name] : p.parts)
        line("      " + kind + ": " + name);
    if (!p.notKnownRows.empty()) {
        std::string rows;
        for (const auto &r : p.notKnownRows)
            rows += (rows.empty() ? "" : ", ") + r;
        line("      not known: " + rows);
    }
    for (const auto &f : p.failing)
        line("      fails: " + f);
}

int size(const Asked &a) {
    auto project = readJob(a.file);
    if (!project) return 2;
    const auto axes = axesOf(*project, a.axis, "size");
    const auto have = haveOf(a.have);
    if (!axes || !have) return 2;
    for (const auto &refused : lw::loadOwnCatalogue(lw::dataFolder()))
        say(refused);
    const auto &catalogue = lw::catalogueInUse();
    Json out{{"axes", Json::object()}};
    bool nothing = false;
    lw::SizeWatch watch;
    stopAsked = &watch.stop;
    std::signal(SIGINT, askToStop);
    const bool show = isatty(STDERR_FILENO);
    std::vector<lw::Patch> taken;
    std::map<std::string, lw::SizeLimits> allLimits;
    for (const auto &id : *axes) {
        if (const auto table = lw::readAxis(*project, id, lw::shownDesign(*project, id)); table.rotary()) {
            const auto ways = lw::tableWays(*project, table, catalogue, &watch.stop);
            auto &told = out["axes"][id]["ways"] = Json::array();
            for (const auto &w : ways.three)
                told.push_back(
                    {{"name", w.name}, {"price", w.price}, {"ratio", w.ratio}, {"turn_s", w.turn}, {"worst", w.worst}});
            nothing |= ways.three.empty();
            if (a.json) continue;
            line(id + "  " + std::to_string(ways.tried) + " drives of the table tried, " + std::to_string(ways.hold) +
                 " hold");
            if (!ways.problem.empty()) line("  " + ways.problem);
            for (const auto &w : ways.three)
                line("  " + amount(w.price, *project) + "  " + w.name + ": " + lw::numberText(w.turn, 3) +
                     " s a turn; " + w.worst);
            continue;
        }
        const auto limits = limitsFor(*project, id, a, "size");
        if (!limits) return 2;
        allLimits[id] = *limits;
        int shown = -1;
        std::mutex one;
        if (show)
            watch.progress = [&](double share) {
                const std::lock_guard lock(one);
                if (int(share * 100) != shown) std::cerr << "\r" << id << " " << (shown = int(share * 100)) << " %  ";
            };
        const auto found =
            lw::sizeDesigns(*project, id, lw::shownDesign(*project, id), *limits, catalogue, *have, &watch, threads());
        if (show) std::cerr << "\r               \r";
        if (!found) return say("size: stopped; nothing was written."), 130;
        const auto *result = &found->result;
        out["axes"][id] = lw::sizeJson(*found->space, *result, std::size_t(std::max(1, a.top)));
        nothing |= result->proposals.empty();
        if (!result->proposals.empty())
            taken.insert(taken.end(), result->proposals[0].patches.begin(), result->proposals[0].patches.end());
        if (a.json) continue;
        line(id + "  " + std::to_string(result->tried) + " designs tried, " + std::to_string(result->kept) +
             " hold within the limits");
        if (!result->problem.empty()) line("  " + result->problem);
        for (std::size_t k = 0; k < std::min(result->proposals.size(), std::size_t(std::max(1, a.top))); ++k)
            tell(result->proposals[k], *project);
        if (result->closest) {
            line("  Nothing holds. What comes closest:");
            tell(*result->closest, *project);
        }
        for (const auto &l : result->limits)
            line("  limit " + std::string(lw::limitSpec(l.key).key) + " " + l.value + " rules out " +
                 std::to_string(l.ruledOut) +
                 (l.without ? "; without it " + l.withoutName + " would bring " + lw::timesText(l.without->margin) +
                                  " for " + amount(l.without->price, *project)
                            : "; giving it up alone gains nothing"));
    }
    if (axes->size() > 1) { // and all of them together, on one supply
        if (show)
            watch.progress = [&](double share) {
                std::cerr << "\r" + std::string("all ") + std::to_string(int(share * 100)) + " %  ";
            };
        const auto machine = lw::sizeMachine(*project, allLimits, catalogue, *have, &watch, threads());
        if (show) std::cerr << "\r               \r";
        if (!machine) return say("size: stopped; nothing was written."), 130;
        const double budget = a.budget.empty() ? lw::notKnown : allLimits[axes->front()].budget; // over all axes
        out["machine"] = lw::machineJson(*machine);
        if (!a.json) {
            line("All axes on one supply");
            if (!machine->problem.empty()) line("  " + machine->problem);
            for (const auto &d : machine->front)
                line("  " + amount(d.price, *project) + (d.price > budget ? " (over the budget)" : "") + ", " +
                     lw::timesText(d.margin) + " at " + d.weakest + ": " + lw::machineName(*machine, d));
            if (const auto words = lw::alikeWords(*machine); !words.empty()) line("  " + words);
        }
    }
    stopAsked = nullptr;
    if (!a.out.empty()) {
        if (taken.empty()) return say("size: nothing holds, so nothing is written."), 1;
        const auto wrong = lw::writeWhole(QString::fromStdString(a.out),
                                          QByteArray::fromStdString(lw::writeProject(lw::patched(*project, taken))));
        if (!wrong.isEmpty()) return say(wrong);
    }
    if (a.json) print(out);
    return nothing ? 1 : 0;
}

int why(const Asked &a) {
    const auto project = readJob(a.file);
    if (!project) return 2;
    if (a.axis == "all") return say("why: which axis? --axis X.");
    const auto axes = axesOf(*project, a.axis, "why");
    const auto have = haveOf(a.have);
    if (!axes || !have) return 2;
    const auto limits = limitsFor(*project, a.axis, a, "why");
    if (!limits) return 2;
    lw::loadOwnCatalogue(lw::dataFolder());
    const auto &catalogue = lw::catalogueInUse();
    std::map<std::string, std::string> parts;
    std::string words;
    for (const auto &w : a.with) {
        if (const auto eq = w.find('='); eq != std::string::npos)
            parts[w.substr(0, eq)] = w.substr(eq + 1);
        else
            words += w + " ";
    }
    const auto ask = [&](lw::SpaceStages stages) {
        const auto space = lw::sizeSpace(*project, a.axis, lw::shownDesign(*project, a.axis), catalogue, *have, stages);
        return parts.empty() ? lw::whyNot(space, *limits, catalogue, words)
                             : lw::whyNot(space, *limits, catalogue, parts);
    };
    auto answer = ask(lw::SpaceStages::One);
    if (!answer.problem.empty()) // what only two belts are called
        if (auto two = ask(lw::SpaceStages::Two); two.problem.empty()) answer = std::move(two);
    if (!answer.problem.empty()) return say("why: " + answer.problem);
    if (a.json) {
        Json out{{"holds", answer.holds},       {"name", answer.asked.name}, {"margin", answer.asked.margin},
                 {"price", answer.asked.price}, {"breaks", answer.breaks},   {"worst", answer.worst},
                 {"change", answer.change},     {"nearest", nullptr}};
        if (answer.nearest)
            out["nearest"] = {
                {"name", answer.nearest->name}, {"margin", answer.nearest->margin}, {"price", answer.nearest->price}};
        print(out);
        return answer.holds ? 0 : 1;
    }
    line(answer.holds ? "It holds:" : "It does not:");
    tell(answer.asked, *project);
    for (const auto &b : answer.breaks)
        line("  breaks the limit: " + b);
    for (const auto &w : answer.worst)
        line("  " + w);
    if (answer.nearest) {
        line("Nearest that holds:");
        for (const auto &c : answer.change)
            line("  " + c);
        tell(*answer.nearest, *project);
    } else if (!answer.holds)
        line("No one or two changes make it hold within the limits.");
    return answer.holds ? 0 : 1;
}

int mend(const Asked &a) {
    auto project = readJob(a.file);
    if (!project) return 2;
    const auto axes = axesOf(*project, a.axis, "mend");
    if (!axes) return 2;
    Json out{{"axes", Json::object()}};
    std::vector<Json> numbered;
    for (const auto &id : *axes) {
        out["axes"][id] = lw::mendJson(*project, id);
        if (a.json) out["all"][id] = lw::mendAllJson(*project, id);
        for (const auto &finding : out["axes"][id])
            for (const auto &m : finding["mends"])
                numbered.push_back(m);
    }
    if (a.apply > 0) {
        if (std::size_t(a.apply) > numbered.size())
            return say("mend: there are " + std::to_string(numbered.size()) + " mends, none is number " +
                       std::to_string(a.apply) + ".");
        if (a.out.empty()) return say("mend: where to? -o OUT.lathewright.");
        std::vector<lw::Patch> patches;
        for (const auto &p : numbered[std::size_t(a.apply) - 1]["patch"])
            patches.push_back({p["path"], p["value"]});
        const auto wrong = lw::writeWhole(QString::fromStdString(a.out),
                                          QByteArray::fromStdString(lw::writeProject(lw::patched(*project, patches))));
        if (!wrong.isEmpty()) return say(wrong);
    }
    if (a.json) {
        print(out);
        return 0;
    }
    int n = 0;
    for (const auto &[id, findings] : out["axes"].items())
        for (const auto &f : findings) {
            if (f["mends"].empty()) continue;
            line(id + "  " + f["id"].get<std::string>() + " " + f["subject"].get<std::string>());
            for (const auto &m : f["mends"])
                line(
                    "  " + std::to_string(++n) + "  " + m["words"].get<std::string>() + ": " +
                    (m["price"].is_null()           ? "price not known"
                     : m["price"].get<double>() > 0 ? amount(m["price"], *project)
                                                    : "costs nothing") +
                    (m["breaks"].get<int>() ? ", but " + std::to_string(m["breaks"].get<int>()) + " other fails" : ""));
        }
    return 0;
}
/// Exit 1 when a wire or box fails, as `evaluate` does.
int plate(const Asked &a) {
    const auto project = readJob(a.file);
    if (!project) return 2;
    const auto axes = axesOf(*project, a.axis, "plate");
    if (!axes || a.axis == "all") return say("plate: name one axis, --axis X.");
    const auto m = lw::readAxis(*project, a.axis, lw::shownDesign(*project, a.axis));
    static constexpr std::string_view names[] = {"motor", "block", "bracket", "cover"};
    const auto named = std::find(std::begin(names), std::end(names), a.plate);
    if (named == std::end(names)) return say("plate: '" + a.plate + "' is no plate: motor, block, bracket or cover.");
    const auto kind = lw::plateKinds[std::size_t(named - std::begin(names))];
    const auto plate = lw::plateOfAxis(m, lw::evaluate(m).state, kind);
    if (!plate)
        return say("plate: axis " + a.axis +
                   (kind == lw::PlateKind::Motor   ? " has no motor whose size is known."
                    : kind == lw::PlateKind::Cover ? " has no belt behind its motor."
                                                   : " has no screw."));
    for (const auto &open : plate->open)
        say("DRAFT, not known: " + std::string(open));
    const auto csv = lw::plateCsv(*plate);
    if (a.out.empty()) {
        std::cout << csv.toStdString();
        return plate->draft() ? 1 : 0;
    }
    const auto out = QString::fromStdString(a.out);
    const auto paper = lw::paperFor(QString::fromStdString(lw::textAt(*project, "/name", "job")), m, kind);
    QByteArray content;
    if (out.endsWith(QLatin1String(".csv")))
        content = csv;
    else if (out.endsWith(QLatin1String(".dxf")))
        content = lw::plateDxf(*plate, paper);
    else if (out.endsWith(QLatin1String(".pdf")) || out.endsWith(QLatin1String(".svg"))) {
        if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
        int argc = 1;
        char name[] = "lathewright-cli", *argv[] = {name, nullptr};
        QGuiApplication gui(argc, argv);
        lw::loadFonts();
        content = out.endsWith(QLatin1String(".pdf")) ? lw::platePdf(*plate, paper) : lw::plateSvg(*plate, paper);
    } else
        return say("plate: '" + a.out + "' ends in none of .pdf, .svg, .dxf, .csv.");
    const auto wrong = lw::writeWhole(out, content);
    if (!wrong.isEmpty()) return say(wrong);
    return plate->draft() ? 1 : 0;
}
int wiring(const Asked &a) {
    const auto project = readJob(a.file);
    if (!project) return 2;
    for (const auto &refused : lw::loadOwnCatalogue(lw::dataFolder()))
        say(refused);
    std::vector<lw::AxisModel> models;
    std::vector<lw::Evaluation> proofs;
    for (const auto &id : lw::axisOrder(*project))
        models.push_back(lw::readAxis(*project, id, lw::shownDesign(*project, id)));
    for (const auto &m : models)
        proofs.push_back(lw::evaluate(m));
    std::vector<lw::WiredDesign> designs;
    for (std::size_t k = 0; k < models.size(); ++k)
        designs.push_back({&models[k], &proofs[k].state});
    const auto sheet = lw::wiringOf(*project, designs);
    if (!a.out.empty()) {
        const auto wrong =
            lw::writeWhole(QString::fromStdString(a.out), QByteArray::fromStdString(lw::cablesCsv(sheet)));
        if (!wrong.isEmpty()) return say(wrong);
    }
    if (a.json)
        print(lw::wiringJson(sheet));
    else
        for (const auto &f : sheet.findings) {
            line(std::string(lw::verdictWord(f.verdict)) + "  " + f.title + (f.figure.empty() ? "" : "  " + f.figure));
            line("      " + f.sentence);
            if (!f.lever.empty()) line("      " + f.lever);
        }
    return sheet.worst() == lw::Verdict::Fails ? 1 : 0;
}
} // namespace

std::function<int()> addDesignCommands(CLI::App &app) {
    auto asked = std::make_shared<Asked>();
    auto *sizeCommand = app.add_subcommand("size", "whole designs that hold, and what they cost");
    auto *whyCommand = app.add_subcommand("why", "why not this part, and what would make it do");
    auto *mendCommand = app.add_subcommand("mend", "what would mend each finding");
    auto *wiringCommand =
        app.add_subcommand("wiring", "the electrics of the whole machine, from the mains to the motors");
    wiringCommand->add_option("file", asked->file, "a .lathewright file")->required();
    wiringCommand->add_flag("--json", asked->json, "as JSON");
    wiringCommand->add_option("--cables", asked->out, "the list of cables as CSV");
    auto *plateCommand = app.add_subcommand("plate", "a plate of an axis, at 1:1");
    plateCommand->add_option("file", asked->file, "a .lathewright file")->required();
    plateCommand->add_option("--axis", asked->axis, "whose")->required();
    plateCommand->add_option("--plate", asked->plate, "motor (also when nothing is said), block, bracket or cover");
    plateCommand->add_option("-o,--out", asked->out, "a .pdf, .svg, .dxf or .csv file; none: its holes are printed");
    for (auto *c : {sizeCommand, whyCommand, mendCommand}) {
        c->add_option("file", asked->file, "a .lathewright file")->required();
        c->add_option("--axis", asked->axis, "this axis only; all of them otherwise");
        c->add_flag("--json", asked->json, "as JSON");
    }
    for (auto *c : {sizeCommand, whyCommand}) {
        c->add_option("--limit", asked->limits,
                      "key=value: budget, volts, face_mm, motor_length_mm, keep_screw, keep_thread, loop, stages, "
                      "lead_days, turning");
        c->add_option("--budget", asked->budget, "price at most, in the job's currency");
        c->add_option("--volts", asked->volts, "supply at most");
        c->add_flag("--keep-screw", asked->keepScrew, "the old screw stays");
        c->add_option("--have", asked->have, "CSV with a column name: catalogue rows that are in hand");
    }
    sizeCommand->add_option("--top", asked->top, "proposals at most");
    sizeCommand->add_option("--write", asked->out, "the job with the first proposal of each axis taken");
    whyCommand->add_option("--with", asked->with, "part=words (motor, drive, supply, reduction, screw), or just words")
        ->required();
    mendCommand->add_option("--apply", asked->apply, "takes the mend of this number");
    mendCommand->add_option("-o", asked->out, "where the mended job goes");
    return [=] {
        return sizeCommand->parsed()     ? size(*asked)
               : whyCommand->parsed()    ? why(*asked)
               : mendCommand->parsed()   ? mend(*asked)
               : wiringCommand->parsed() ? wiring(*asked)
               : plateCommand->parsed()  ? plate(*asked)
                                         : -1;
    };
}
