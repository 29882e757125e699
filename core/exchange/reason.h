// How the program that reads foreign files says why it could not, and what it found: text with gaps, as JSON.
#pragma once

#include <string>

#include <nlohmann/json_fwd.hpp>

#include "core/base/text.h"

namespace thallos {

nlohmann::json toJson(const Text& text);
Text textOf(const nlohmann::json& j); // throws nlohmann::json::exception

std::string reasonOf(const Text& problem, const Text& remedy); // as one line of JSON
// Throws it as an Error about `file`; what is no such line is told as it is.
[[noreturn]] void throwReason(const std::string& line, const std::string& file);

} // namespace thallos
