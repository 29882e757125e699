#include "core/project/kinds/lines.h"

namespace thallos {

nlohmann::json toJson(const std::vector<V2f>& points) {
    nlohmann::json out = nlohmann::json::array();
    for (const V2f& p : points) out.push_back(toJson(p));
    return out;
}

std::vector<V2f> readPoints(const JsonReader& in) {
    std::vector<V2f> out;
    in.each([&](const JsonReader& p) { out.push_back(p.v2()); });
    return out;
}

} // namespace thallos
