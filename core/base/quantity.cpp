#include "core/base/quantity.h"

#include <charconv>
#include <cmath>

#include "core/base/error.h"

namespace thallos {

namespace {

struct Unit {
    std::string_view name;
    Dimension dimension;
    double factor;
};
constexpr double kFoot = 0.3048, kInch = 0.0254;
constexpr Unit kUnits[] = {
    {"mm", Dimension::Length, 0.001},    {"cm", Dimension::Length, 0.01},    {"km", Dimension::Length, 1000},
    {"mi", Dimension::Length, 1609.344}, {"m", Dimension::Length, 1},        {"ft", Dimension::Length, kFoot},
    {"'", Dimension::Length, kFoot},     {"in", Dimension::Length, kInch},   {"\"", Dimension::Length, kInch},
    {"deg", Dimension::Angle, 1},        {"\xC2\xB0", Dimension::Angle, 1},  {"%", Dimension::Percent, 0.01},
    {"h", Dimension::Clock, 1},          {"min", Dimension::Clock, 1 / 60.0}};

// Recursive descent over the usual grammar.
class Parser {
public:
    Parser(std::string_view text, Dimension dimension, std::string_view unit) : rest_(text), dimension_(dimension) {
        implied_ = unitSize(dimension, unit);
    }

    double run() {
        skip();
        if (rest_.empty()) fail(Text("Enter a number"));
        double v = sum();
        if (dimension_ == Dimension::Ratio && (take(":") || takeWord("in"))) {
            const double run = sum();
            if (v == 0) fail(Text("The first part of a ratio cannot be 0"));
            v = run / v;
        }
        if (dimension_ == Dimension::Clock && take(":")) {
            const double minutes = number();
            if (minutes >= 60) fail(Text("Minutes go up to 59"));
            v += minutes / 60;
        }
        skip();
        if (!rest_.empty()) fail(Text("Cannot read \"%1\"", std::string(rest_)));
        if (!std::isfinite(v)) fail(Text("The result is not a number"));
        return v;
    }

private:
    [[noreturn]] static void fail(Text what) { throw Error(Error::Kind::Invalid, std::move(what), ""); }
    void skip() {
        while (!rest_.empty()) {
            if (rest_.front() == ' ' || rest_.front() == '\t')
                rest_.remove_prefix(1);
            else if (rest_.substr(0, 2) == "\xC2\xA0") // no-break space
                rest_.remove_prefix(2);
            else if (rest_.substr(0, 3) == "\xE2\x80\x89" || rest_.substr(0, 3) == "\xE2\x80\xAF") // thin spaces
                rest_.remove_prefix(3);
            else
                break;
        }
    }
    bool take(std::string_view s) {
        skip();
        if (rest_.substr(0, s.size()) != s) return false;
        rest_.remove_prefix(s.size());
        return true;
    }
    bool takeWord(std::string_view s) {
        skip();
        return rest_.substr(0, s.size()) == s && take(s);
    }
    double sum() {
        double v = product();
        for (;;) {
            if (take("+"))
                v += product();
            else if (take("-") || take("\xE2\x88\x92"))
                v -= product();
            else
                return v;
        }
    }
    double product() {
        double v = factor();
        for (;;) {
            if (take("*") || take("\xC3\x97"))
                v = combine(v, factor());
            else if (take("/")) {
                const bool had = sawUnit_;
                sawUnit_ = false;
                const double d = factor();
                if (d == 0) fail(Text("Cannot divide by 0"));
                // 100/3 with an implied unit: the divisor is a plain number.
                v = v / (sawUnit_ ? d : d / implied_);
                sawUnit_ = had || sawUnit_;
            } else
                return v;
        }
    }
    double combine(double a, double b) const { return a * (b / implied_); }
    double factor() {
        if (take("-") || take("\xE2\x88\x92")) return -factor();
        if (take("+")) return factor();
        if (take("(")) {
            const double v = sum();
            if (!take(")")) fail(Text("A bracket is not closed"));
            return v;
        }
        return number();
    }
    double number() {
        skip();
        std::string digits;
        size_t n = 0;
        bool mark = false;
        for (; n < rest_.size(); ++n) {
            const char c = rest_[n];
            if (c >= '0' && c <= '9')
                digits += c;
            else if ((c == '.' || c == ',') && !mark) {
                digits += '.';
                mark = true;
            } else
                break;
        }
        double v = 0;
        const auto r = std::from_chars(digits.data(), digits.data() + digits.size(), v);
        if (digits.empty() || r.ec != std::errc() || r.ptr != digits.data() + digits.size())
            fail(rest_.empty() ? Text("The calculation is incomplete")
                               : Text("\"%1\" is not a number", std::string(rest_)));
        rest_.remove_prefix(n);
        skip();
        if (dimension_ == Dimension::Ratio) return v;
        for (const Unit& u : kUnits) {
            if (rest_.substr(0, u.name.size()) != u.name) continue;
            const bool word = std::isalpha(static_cast<unsigned char>(u.name.front()));
            if (word && rest_.size() > u.name.size() && std::isalpha(static_cast<unsigned char>(rest_[u.name.size()])))
                continue;
            if (u.dimension != dimension_) fail(Text("\"%1\" does not fit here", std::string(u.name)));
            rest_.remove_prefix(u.name.size());
            sawUnit_ = true;
            return v * u.factor + (u.factor == kFoot ? inchesAfterFeet() : 0);
        }
        return v * implied_;
    }

    // " 1/2" behind whole inches; 0 where there is none.
    double fraction() {
        const std::string_view before = rest_;
        const auto whole = [this](int& n) {
            const auto r = std::from_chars(rest_.data(), rest_.data() + rest_.size(), n);
            if (r.ec != std::errc() || n < 0) return false;
            rest_.remove_prefix(static_cast<size_t>(r.ptr - rest_.data()));
            return true;
        };
        int part = 0, of = 0;
        skip();
        if (whole(part) && take("/") && whole(of) && of > 0) return static_cast<double>(part) / of;
        rest_ = before;
        return 0;
    }

    // 8'-6", 8' 6", 8 ft 6 in are one length; "8' - 6"" with room around the sign is a difference.
    double inchesAfterFeet() {
        const std::string_view before = rest_;
        if (!rest_.empty() && rest_.front() == '-') rest_.remove_prefix(1);
        skip();
        double v = 0;
        const auto r = std::from_chars(rest_.data(), rest_.data() + rest_.size(), v, std::chars_format::fixed);
        if (r.ec == std::errc() && v >= 0 && r.ptr != rest_.data()) {
            rest_.remove_prefix(static_cast<size_t>(r.ptr - rest_.data()));
            v += fraction();
            skip();
            for (const std::string_view name : {std::string_view("\""), std::string_view("in")})
                if (rest_.substr(0, name.size()) == name) {
                    rest_.remove_prefix(name.size());
                    return v * kInch;
                }
        }
        rest_ = before;
        return 0;
    }

    std::string_view rest_;
    Dimension dimension_;
    double implied_ = 1;
    bool sawUnit_ = false;
};

} // namespace

double unitSize(Dimension dimension, std::string_view unit) {
    if (dimension == Dimension::Percent) return 0.01;
    for (const Unit& u : kUnits)
        if (u.name == unit && u.dimension == dimension) return u.factor;
    return 1;
}

double parseQuantity(std::string_view text, Dimension dimension, std::string_view unit) {
    return Parser(text, dimension, unit).run();
}

std::string formatClock(double hours) {
    const long minutes = std::lround(hours * 60);
    const auto two = [](long n) { return std::string(n < 10 ? "0" : "") + std::to_string(n); };
    return two(minutes / 60) + ":" + two(minutes % 60);
}

std::string formatFeet(double metres, int denominator) {
    const long parts = std::lround(std::abs(metres) / kInch * denominator), foot = 12L * denominator;
    const long inches = parts % foot / denominator;
    long part = parts % denominator, of = denominator;
    while (part > 0 && part % 2 == 0 && of % 2 == 0) {
        part /= 2;
        of /= 2;
    }
    std::string s = std::to_string(parts / foot) + "'-" + std::to_string(inches);
    if (part > 0) s += " " + std::to_string(part) + "/" + std::to_string(of);
    return (metres < 0 && parts > 0 ? "-" : "") + s + "\"";
}

std::string formatNumber(double value, int decimals) {
    char buffer[64];
    const auto r = std::to_chars(buffer, buffer + sizeof buffer, value, std::chars_format::fixed, decimals);
    std::string s(buffer, r.ptr);
    if (s.find('.') != std::string::npos) {
        s.erase(s.find_last_not_of('0') + 1);
        if (s.back() == '.') s.pop_back();
    }
    return s == "-0" ? "0" : s;
}

} // namespace thallos
