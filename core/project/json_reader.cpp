#include "core/project/json_reader.h"

#include "core/base/outside.h"

namespace thallos {

using nlohmann::json;

JsonReader JsonReader::at(const char* key) const {
    if (!j_.is_object()) fail("must be an object");
    const auto it = j_.find(key);
    if (it == j_.end()) fail(std::string("lacks \"") + key + "\"");
    return {*it, path_ + "/" + key};
}

double JsonReader::number() const {
    if (j_.is_null()) return std::nan("");
    if (!j_.is_number()) fail("must be a number");
    return j_.get<double>();
}

int64_t JsonReader::integer() const {
    if (!j_.is_number_integer()) fail("must be a whole number");
    return j_.get<int64_t>();
}

uint64_t JsonReader::natural() const {
    if (!j_.is_number_integer() || (!j_.is_number_unsigned() && j_.get<int64_t>() < 0))
        fail("must be a whole number, not negative");
    return j_.get<uint64_t>();
}

int JsonReader::small() const {
    const int64_t v = integer();
    if (v < -1000000000 || v > 1000000000) fail("is too large");
    return static_cast<int>(v);
}

bool JsonReader::yes() const {
    if (!j_.is_boolean()) fail("must be true or false");
    return j_.get<bool>();
}

std::string JsonReader::text() const {
    if (!j_.is_string()) fail("must be a text");
    return utf8(j_.get<std::string>());
}

V2f JsonReader::v2() const {
    need(2);
    return {component(0), component(1)};
}

V3f JsonReader::v3() const {
    need(3);
    return {component(0), component(1), component(2)};
}

std::vector<std::vector<V2f>> JsonReader::areas() const {
    std::vector<std::vector<V2f>> out;
    each([&](const JsonReader& area) {
        out.emplace_back();
        area.each([&](const JsonReader& p) { out.back().push_back(p.v2()); });
    });
    return out;
}

void JsonReader::need(size_t n) const {
    if (!j_.is_array() || j_.size() != n) fail("must be " + std::to_string(n) + " numbers");
    for (const auto& x : j_)
        if (!x.is_number() && !x.is_null()) fail("must be " + std::to_string(n) + " numbers");
}

json toJson(const V2f& v) {
    return {v.x, v.y};
}

json toJson(const V3f& v) {
    return {v.x, v.y, v.z};
}

json toJson(const std::vector<std::vector<V2f>>& areas) {
    json list = json::array();
    for (const auto& area : areas) {
        json points = json::array();
        for (const V2f& p : area) points.push_back(toJson(p));
        list.push_back(std::move(points));
    }
    return list;
}

} // namespace thallos
