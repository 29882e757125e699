// How the program that reads foreign files says why it could not: one line of text on its error stream.
#pragma once

#include <string>

#include "core/base/text.h"

namespace thallos {

std::string reasonOf(const Text& problem, const Text& remedy); // as one line of JSON
// Throws it as an Error about `file`; what is no such line is told as it is.
[[noreturn]] void throwReason(const std::string& line, const std::string& file);

} // namespace thallos
