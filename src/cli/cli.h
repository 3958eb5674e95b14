// What the commands share: sentences on the error stream, lines and JSON on the other, jobs read and written.
#pragma once

#include "json.h"
#include <QString>
#include <optional>
#include <string>

/// A sentence on the error stream; what came from a file cannot steer the terminal. Always 2.
int say(const std::string &sentence);
int say(const QString &sentence);
int say(const char *sentence);
void line(const std::string &words);
/// JSON whatever bytes the texts in it hold.
void print(const nlohmann::json &j);
/// A job, or nothing once the reason has been said.
std::optional<nlohmann::json> readJob(const std::string &file);
