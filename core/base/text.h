// Text for people with gaps in it, and small things about keys and file names, whose letters are those of ASCII.
#pragma once

#include <filesystem>
#include <string>
#include <type_traits>
#include <vector>

namespace thallos {

// English with gaps %1, %2 …, and what fills them: whoever shows it may put the format into another language first.
// Every format is written as Text("…"), by which scripts/translations finds it.
struct Text {
    std::string format;
    std::vector<std::string> parts;

    Text() = default;
    template <class... Parts> explicit Text(std::string format, const Parts&... fills) : format(std::move(format)) {
        (parts.push_back(part(fills)), ...);
    }
    // A detail of a file that is the same in every language.
    static Text verbatim(std::string detail) { return Text("%1", std::move(detail)); }

    bool empty() const { return format.empty(); }
    std::string english() const { return filled(format); }
    // The parts in the gaps of this format, which says the same as ours.
    std::string filled(const std::string& translated) const;
    bool operator==(const Text&) const = default;

private:
    static std::string part(const std::string& s) { return s; }
    template <class T> static std::enable_if_t<std::is_arithmetic_v<T>, std::string> part(T number) {
        return std::to_string(number);
    }
};

inline std::string Text::filled(const std::string& translated) const {
    std::string out;
    for (size_t i = 0; i < translated.size(); ++i) {
        const size_t gap = translated[i] == '%' && i + 1 < translated.size()
                               ? static_cast<size_t>(translated[i + 1] - '1')
                               : parts.size();
        if (gap < parts.size()) {
            out += parts[gap];
            ++i;
        } else
            out += translated[i];
    }
    return out;
}

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
