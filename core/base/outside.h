// Text from outside: names that foreign files, folders and other programs bring along.
#pragma once

#include <string>
#include <string_view>

namespace thallos {

// Longest name that is kept, in bytes.
inline constexpr size_t kLongestName = 1024;

// Whether the bytes are well-formed UTF-8 (RFC 3629).
bool isUtf8(std::string_view bytes);

// UTF-8 as it is; anything else as the text of an 8-bit code page, Windows-1252, which holds Latin-1. Never fails.
std::string utf8(std::string_view bytes);

// A name as the document keeps it: in UTF-8, a blank for control characters, cut off at kLongestName between two
// letters. What is one already comes back as it was.
std::string plainName(std::string_view bytes);
// Text of several lines: the same without a limit, and with its line ends and tabs.
std::string plainLines(std::string_view bytes);

} // namespace thallos
