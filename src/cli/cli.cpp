#include "cli/cli.h"
#include "machine/project_file.h"
#include "session/disk.h"
#include "units/plain_number.h"
#include <iostream>

int say(const std::string &sentence) {
    std::cerr << lw::oneLine(sentence) << "\n";
    return 2;
}
int say(const QString &sentence) { return say(sentence.toStdString()); }
int say(const char *sentence) { return say(std::string(sentence)); }
void line(const std::string &words) { std::cout << lw::oneLine(words) << "\n"; }
void print(const nlohmann::json &j) {
    std::cout << j.dump(2, ' ', false, nlohmann::json::error_handler_t::replace) << "\n";
}

std::optional<nlohmann::json> readJob(const std::string &file) {
    const auto content = lw::readWhole(QByteArray::fromStdString(file));
    if (!content) return say(content.error()), std::nullopt;
    auto read = lw::readProject(content->toStdString(), file);
    if (!read) return say(read.error()), std::nullopt;
    for (const auto &note : read->notes)
        say(file + ", " + note);
    return std::move(read->project);
}
