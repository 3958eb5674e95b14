// The one door to the JSON library: its class is compiled once (json.cpp), not in every file that reads a job.
#pragma once

#include <nlohmann/json.hpp>

extern template class nlohmann::basic_json<>;
