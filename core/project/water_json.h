// How water looks, in the document's JSON.
#pragma once

#include "core/ground/water.h"
#include "core/project/kinds/kind.h"
#include "core/project/surface_json.h"

namespace thallos {

// The members are the item's own.
inline void writeLook(const WaterLook& look, nlohmann::json& j) {
    j["clarity_m"] = look.clarity;
    j["ripple"] = look.ripple;
    j["tint"] = toJson(look.tint);
    if (look.bed != mudSurface()) j["bed"] = toJson(look.bed);
}
inline WaterLook readLook(const JsonReader& in) {
    WaterLook look{in.at("clarity_m").real(), in.at("ripple").real(), in.at("tint").v3()};
    if (in.has("bed")) look.bed = readSurface(in.at("bed"));
    return look;
}
inline void limitLook(WaterLook& look, Limits& tell) {
    tell.range("the clarity", look.clarity, 0.05f, 60);
    tell.range("the ripple", look.ripple, 0, 1);
    for (int k = 0; k < 3; ++k) tell.range("the tint", look.tint[k], 0, 1);
}

} // namespace thallos
