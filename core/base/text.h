// Small things about text. Letters are those of ASCII: file names and keys, not what people read.
#pragma once

#include <filesystem>
#include <string>

namespace thallos {

inline std::string lowered(std::string s) {
    for (char& c : s)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return s;
}
inline std::string lowerExtension(const std::filesystem::path& file) { // with its point; "" where there is none
    return lowered(file.extension().string());
}

// A cell of a table of comma-separated values (RFC 4180).
inline std::string csvCell(const std::string& text) {
    if (text.find_first_of("\",\n\r") == std::string::npos) return text;
    std::string out = "\"";
    for (const char c : text) {
        if (c == '"') out += '"';
        out += c;
    }
    return out + "\"";
}

} // namespace thallos
