#include "core/base/outside.h"

#include <cstdint>

#include <iconv.h>

namespace thallos {

namespace {

constexpr const char* kUnknown = "\xef\xbf\xbd"; // the replacement character

// Bytes of the character that begins at `i`; 0: none that is well formed does.
size_t characterAt(std::string_view s, size_t i) {
    const auto byte = [&](size_t k) { return static_cast<uint32_t>(static_cast<unsigned char>(s[k])); };
    const uint32_t first = byte(i);
    if (first < 0x80) return 1;
    const size_t n = first >> 5 == 6 ? 2 : first >> 4 == 14 ? 3 : first >> 3 == 30 ? 4 : 0;
    if (n == 0 || i + n > s.size()) return 0;
    uint32_t code = first & (0x7f >> n);
    for (size_t k = 1; k < n; ++k) {
        if (byte(i + k) >> 6 != 2) return 0;
        code = code << 6 | (byte(i + k) & 0x3f);
    }
    constexpr uint32_t kLeast[] = {0, 0, 0x80, 0x800, 0x10000};
    const bool surrogate = code >= 0xd800 && code < 0xe000;
    return code >= kLeast[n] && code < 0x110000 && !surrogate ? n : 0;
}

std::string fromWindows1252(std::string_view bytes) {
    const iconv_t converter = iconv_open("UTF-8", "WINDOWS-1252");
    std::string out;
    for (char c : bytes) {
        char letter[4];
        char *in = &c, *to = letter;
        size_t left = 1, room = sizeof letter;
        // Five of its bytes mean nothing; a system without the code page knows those of ASCII.
        if (converter != iconv_t(-1) && iconv(converter, &in, &left, &to, &room) != size_t(-1))
            out.append(letter, sizeof letter - room);
        else if (static_cast<unsigned char>(c) < 0x80)
            out += c;
        else
            out += kUnknown;
    }
    if (converter != iconv_t(-1)) iconv_close(converter);
    return out;
}

// Those of ASCII, and those of Latin-1, which UTF-8 writes in two bytes.
bool isControl(std::string_view character) {
    const auto first = static_cast<unsigned char>(character[0]);
    if (character.size() == 1) return first < 0x20 || first == 0x7f;
    return character.size() == 2 && first == 0xc2 && static_cast<unsigned char>(character[1]) < 0xa0;
}

template <class Stays> std::string without(const std::string& text, const Stays& stays) {
    std::string out;
    for (size_t i = 0; i < text.size();) {
        const std::string_view character(text.data() + i, characterAt(text, i));
        if (isControl(character) && !stays(character[0]))
            out += ' ';
        else
            out += character;
        i += character.size();
    }
    return out;
}

} // namespace

bool isUtf8(std::string_view bytes) {
    for (size_t i = 0; i < bytes.size();) {
        const size_t n = characterAt(bytes, i);
        if (n == 0) return false;
        i += n;
    }
    return true;
}

std::string utf8(std::string_view bytes) {
    return isUtf8(bytes) ? std::string(bytes) : fromWindows1252(bytes);
}

std::string plainName(std::string_view bytes) {
    std::string name = without(utf8(bytes), [](char) { return false; });
    if (name.size() <= kLongestName) return name;
    size_t end = 0;
    for (size_t next = 0; next <= kLongestName; next += characterAt(name, next)) end = next;
    name.resize(end);
    return name;
}

std::string plainLines(std::string_view bytes) {
    return without(utf8(bytes), [](char c) { return c == '\n' || c == '\r' || c == '\t'; });
}

} // namespace thallos
