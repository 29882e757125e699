#include "importer/step.h"

#include <algorithm>
#include <charconv>
#include <cstdlib>

#include "core/base/error.h"

namespace thallos {

namespace {

bool isSpace(char c) {
    return c == ' ' || c == '\n' || c == '\r' || c == '\t';
}

std::string_view trimmed(std::string_view s) {
    while (!s.empty() && isSpace(s.front())) s.remove_prefix(1);
    while (!s.empty() && isSpace(s.back())) s.remove_suffix(1);
    return s;
}

// Behind the string or comment that begins at `i`; `i` itself when there is none.
size_t behindOpaque(std::string_view s, size_t i) {
    if (s[i] == '\'') {
        // A quote within is doubled: it reads as one string after another, which comes to the same.
        const size_t end = s.find('\'', i + 1);
        return end == std::string_view::npos ? s.size() : end + 1;
    }
    if (s[i] == '/' && i + 1 < s.size() && s[i + 1] == '*') {
        const size_t end = s.find("*/", i + 2);
        return end == std::string_view::npos ? s.size() : end + 2;
    }
    return i;
}

size_t endOfStatement(std::string_view s, size_t i) {
    while (i < s.size() && s[i] != ';') {
        const size_t next = behindOpaque(s, i);
        i = next > i ? next : i + 1;
    }
    return i;
}

void appendUtf8(std::string& out, uint32_t code) {
    if (code < 0x80) {
        out += static_cast<char>(code);
    } else if (code < 0x800) {
        out += static_cast<char>(0xc0 | code >> 6);
        out += static_cast<char>(0x80 | (code & 0x3f));
    } else if (code < 0x10000) {
        out += static_cast<char>(0xe0 | code >> 12);
        out += static_cast<char>(0x80 | (code >> 6 & 0x3f));
        out += static_cast<char>(0x80 | (code & 0x3f));
    } else if (code < 0x110000) {
        out += static_cast<char>(0xf0 | code >> 18);
        out += static_cast<char>(0x80 | (code >> 12 & 0x3f));
        out += static_cast<char>(0x80 | (code >> 6 & 0x3f));
        out += static_cast<char>(0x80 | (code & 0x3f));
    }
}

// Hexadecimal digits as characters of `width` digits each; pairs of surrogates become one.
void appendHex(std::string& out, std::string_view digits, size_t width) {
    uint32_t high = 0;
    for (size_t i = 0; i + width <= digits.size(); i += width) {
        uint32_t code = 0;
        if (std::from_chars(digits.data() + i, digits.data() + i + width, code, 16).ec != std::errc()) return;
        if (code >= 0xd800 && code < 0xdc00) {
            high = code;
            continue;
        }
        if (code >= 0xdc00 && code < 0xe000 && high) code = 0x10000 + ((high - 0xd800) << 10) + (code - 0xdc00);
        high = 0;
        appendUtf8(out, code);
    }
}

std::string schemaOf(std::string_view header) {
    const size_t at = header.find("FILE_SCHEMA");
    if (at == std::string_view::npos) return {};
    const size_t first = header.find('\'', at),
                 end = first == std::string_view::npos ? first : header.find('\'', first + 1);
    return end == std::string_view::npos ? std::string() : std::string(header.substr(first + 1, end - first - 1));
}

// Arguments without what lists name of what is not there; none: nothing is left of a list, or a whole argument is gone.
std::optional<std::string> withoutLost(const StepFile& file, std::string_view arguments, bool inList) {
    std::string out;
    bool any = false;
    for (const std::string_view a : stepArguments(arguments)) {
        std::string kept(a);
        if (const auto id = stepReference(a); id && !file.find(*id)) {
            if (!inList) return std::nullopt;
            continue;
        }
        if (const std::string_view list = stepList(a); !list.empty()) {
            const auto inner = withoutLost(file, list, true);
            if (!inner) return std::nullopt;
            kept = "(" + *inner + ")";
        }
        out += (any ? "," : "") + kept;
        any = true;
    }
    return any || arguments.empty() ? std::optional(std::move(out)) : std::nullopt;
}

// Of a file that was cut off: readers follow what it names without asking.
void dropLost(StepFile& file) {
    const auto isLost = [&](const StepEntity& e) {
        const auto all = stepReferences(e.arguments);
        return std::any_of(all.begin(), all.end(), [&](uint64_t id) { return !file.find(id); });
    };
    for (bool again = true; again;) {
        again = false;
        std::vector<StepEntity> kept;
        for (StepEntity& e : file.entities) {
            if (isLost(e)) {
                auto arguments = withoutLost(file, e.arguments, false);
                again = true;
                if (!arguments) continue; // what names it is looked at in the next round
                file.own.push_back(std::move(*arguments));
                e.arguments = file.own.back();
            }
            kept.push_back(e);
        }
        file.entities = std::move(kept);
        file.index.clear();
        for (size_t i = 0; i < file.entities.size(); ++i) file.index.emplace(file.entities[i].id, i);
    }
}

} // namespace

const StepEntity* StepFile::find(uint64_t id) const {
    const auto it = index.find(id);
    return it == index.end() ? nullptr : &entities[it->second];
}

std::unique_ptr<const StepFile> readStep(std::string text) {
    auto file = std::make_unique<StepFile>();
    file->text = std::move(text);
    const std::string_view s = file->text;
    const size_t data = s.find("DATA;");
    if (s.substr(0, 200).find("ISO-10303-21") == std::string_view::npos || data == std::string_view::npos)
        throw Error(Error::Kind::Unreadable, Text("%w is not a STEP file"), "");
    file->schema = schemaOf(s.substr(0, data));
    file->cut = true;
    for (size_t i = data + 5; i < s.size();) {
        if (isSpace(s[i])) {
            ++i;
            continue;
        }
        if (const size_t next = behindOpaque(s, i); next > i) {
            i = next;
            continue;
        }
        const size_t end = endOfStatement(s, i);
        const std::string_view statement = s.substr(i, end - i);
        i = end + 1;
        if (end >= s.size()) break;
        if (statement.front() != '#') { // ENDSEC and what comes behind
            if (trimmed(statement) == "ENDSEC") file->cut = false;
            continue;
        }
        const size_t equals = statement.find('='), open = statement.find('(');
        const size_t close = statement.rfind(')');
        const auto id = stepReference(trimmed(statement.substr(0, std::min(equals, statement.size()))));
        if (!id || open == std::string_view::npos || equals > open || close == std::string_view::npos || close < open)
            continue;
        if (!file->index.emplace(*id, file->entities.size()).second) continue;
        file->entities.push_back({*id, trimmed(statement.substr(equals + 1, open - equals - 1)),
                                  statement.substr(open + 1, close - open - 1)});
        file->last = std::max(file->last, *id);
    }
    if (file->cut) dropLost(*file);
    return file;
}

std::vector<std::string_view> stepArguments(std::string_view s) {
    std::vector<std::string_view> out;
    if (trimmed(s).empty()) return out;
    size_t begin = 0;
    int depth = 0;
    for (size_t i = 0; i < s.size();) {
        if (const size_t next = behindOpaque(s, i); next > i) {
            i = next;
            continue;
        }
        if (s[i] == '(') ++depth;
        if (s[i] == ')') --depth;
        if (s[i] == ',' && depth == 0) {
            out.push_back(trimmed(s.substr(begin, i - begin)));
            begin = i + 1;
        }
        ++i;
    }
    out.push_back(trimmed(s.substr(begin)));
    return out;
}

std::string_view stepList(std::string_view argument) {
    argument = trimmed(argument);
    if (argument.size() < 2 || argument.front() != '(' || argument.back() != ')') return {};
    return argument.substr(1, argument.size() - 2);
}

std::optional<uint64_t> stepReference(std::string_view s) {
    uint64_t id = 0;
    if (s.size() < 2 || s.front() != '#') return std::nullopt;
    const auto [end, error] = std::from_chars(s.data() + 1, s.data() + s.size(), id);
    if (error != std::errc() || end != s.data() + s.size()) return std::nullopt;
    return id;
}

std::vector<uint64_t> stepReferences(std::string_view s) {
    std::vector<uint64_t> out;
    for (size_t i = 0; i < s.size();) {
        if (const size_t next = behindOpaque(s, i); next > i) {
            i = next;
            continue;
        }
        if (s[i++] != '#') continue;
        uint64_t id = 0;
        const auto [end, error] = std::from_chars(s.data() + i, s.data() + s.size(), id);
        if (error == std::errc()) out.push_back(id);
        i = static_cast<size_t>(end - s.data());
    }
    return out;
}

std::optional<double> stepNumber(std::string_view s) {
    double v = 0;
    const auto [end, error] = std::from_chars(s.data(), s.data() + s.size(), v);
    if (error != std::errc() || end == s.data()) return std::nullopt;
    return v;
}

std::string stepText(std::string_view s) {
    std::string out;
    s = trimmed(s);
    if (s.size() < 2 || s.front() != '\'' || s.back() != '\'') return out;
    s = s.substr(1, s.size() - 2);
    for (size_t i = 0; i < s.size();) {
        const std::string_view rest = s.substr(i);
        const auto starts = [&](std::string_view p) { return rest.substr(0, p.size()) == p; };
        if (starts("''")) {
            out += '\'';
            i += 2;
        } else if (starts("\\\\")) {
            out += '\\';
            i += 2;
        } else if (starts("\\X2\\") || starts("\\X4\\")) {
            const size_t end = std::min(s.find("\\X0\\", i + 4), s.size());
            appendHex(out, s.substr(i + 4, end - i - 4), rest[2] == '2' ? 4 : 8);
            i = std::min(end + 4, s.size());
        } else if (starts("\\X\\") && rest.size() >= 5) {
            appendHex(out, rest.substr(3, 2), 2);
            i += 5;
        } else if (starts("\\S\\") && rest.size() >= 4) {
            appendUtf8(out, static_cast<uint32_t>(static_cast<unsigned char>(rest[3])) + 128);
            i += 4;
        } else {
            out += s[i++];
        }
    }
    return out;
}

} // namespace thallos
