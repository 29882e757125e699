// Values of the document's JSON, read with their place, so that errors can name it, and written.
#pragma once

#include <cmath>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/vec.h"
#include "core/project/blobs.h"

namespace thallos {

// In double precision, so that an angle comes back to the very same float.
inline float toRadians(double degrees) {
    return static_cast<float>(degrees * (3.14159265358979323846 / 180));
}
inline double toDegrees(float radians) {
    return radians * (180 / 3.14159265358979323846);
}

class JsonReader {
public:
    JsonReader(const nlohmann::json& j, std::string path) : j_(j), path_(std::move(path)) {}

    [[noreturn]] void fail(const std::string& what) const {
        throw Error(Error::Kind::Unreadable, Text::verbatim(what), path_);
    }
    bool has(const char* key) const { return j_.is_object() && j_.contains(key); }
    JsonReader at(const char* key) const;
    template <class Visit> void each(Visit&& visit) const {
        if (!j_.is_array()) fail("must be a list");
        for (size_t i = 0; i < j_.size(); ++i) visit(JsonReader(j_[i], path_ + "/" + std::to_string(i)));
    }
    size_t size() const { return j_.is_array() ? j_.size() : 0; }
    // What was not a number when it was saved is not one now; check() has a say.
    double number() const;
    float real() const { return static_cast<float>(number()); }
    float angle() const { return toRadians(number()); } // in radians, of degrees
    int64_t integer() const;
    uint64_t natural() const;
    int small() const;
    bool yes() const;
    std::string text() const;
    V2f v2() const;
    V3f v3() const;
    std::vector<std::vector<V2f>> areas() const;

private:
    void need(size_t n) const;
    float component(size_t k) const { return j_[k].is_null() ? std::nanf("") : j_[k].get<float>(); }
    const nlohmann::json& j_;
    std::string path_;
};

nlohmann::json toJson(const V2f& v);
nlohmann::json toJson(const V3f& v);
nlohmann::json toJson(const std::vector<std::vector<V2f>>& areas);

} // namespace thallos
