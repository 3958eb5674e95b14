// The commands that propose and mend designs: size, why, mend.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>

/// Adds them to the program; what is returned runs the one that was given, or is empty.
std::function<int()> addDesignCommands(CLI::App &app);
