#include "core/project/surface_json.h"

#include "core/model/model_blob.h"

namespace thallos {

nlohmann::json toJson(const Surface& s) {
    nlohmann::json j = {{"name", s.name},
                        {"base_color", toJson(s.baseColor)},
                        {"roughness", s.roughness},
                        {"metalness", s.metalness},
                        {"transmission", s.transmission},
                        {"solid", s.solid},
                        {"absorption_per_m", toJson(s.absorption)},
                        {"translucency", s.translucency},
                        {"through_tint", toJson(s.throughTint)},
                        {"specular", s.specular},
                        {"coat", s.coat},
                        {"coat_roughness", s.coatRoughness},
                        {"lamp_group", s.lampGroup},
                        {"emission_cd_m2", toJson(s.emission)},
                        {"recipe", s.recipe},
                        {"scale", s.scale},
                        {"turn_deg", toDegrees(s.turn)},
                        {"relief", s.relief},
                        {"picture_size_m", s.textureSize},
                        {"picture_mixed", s.mixed},
                        {"picture_soft", s.soft}};
    // Since schema 9, when they are not as new surfaces have them.
    if (s.shift != V2f(0)) j["shift_m"] = toJson(s.shift);
    if (const Weathering& w = s.weathering; !(w == Weathering()))
        j["weathering"] = {{"splash", w.splash}, {"streaks", w.streaks}, {"moss", w.moss}, {"bleach", w.bleach}};
    if (s.wave != 1) j["wave"] = s.wave;
    return j;
}

Surface readSurface(const JsonReader& in) {
    Surface s;
    s.name = in.at("name").text();
    s.baseColor = in.at("base_color").v3();
    s.roughness = in.at("roughness").real();
    s.metalness = in.at("metalness").real();
    s.transmission = in.at("transmission").real();
    s.translucency = in.at("translucency").real();
    if (in.has("solid")) { // since schema 3
        s.solid = in.at("solid").yes();
        s.absorption = in.at("absorption_per_m").v3();
        s.throughTint = in.at("through_tint").v3();
        s.specular = in.at("specular").real();
        s.coat = in.at("coat").real();
        s.coatRoughness = in.at("coat_roughness").real();
        s.lampGroup = in.at("lamp_group").small();
    }
    s.emission = in.at("emission_cd_m2").v3();
    if (in.has("recipe")) { // since schema 4
        s.recipe = in.at("recipe").text();
        s.scale = in.at("scale").real();
        s.turn = in.at("turn_deg").angle();
        s.relief = in.at("relief").real();
        s.textureSize = in.at("picture_size_m").real();
        if (in.has("picture_mixed")) s.mixed = in.at("picture_mixed").yes();
        if (in.has("picture_soft")) s.soft = in.at("picture_soft").yes();
        if (in.has("shift_m")) s.shift = in.at("shift_m").v2();
        if (in.has("weathering")) {
            const JsonReader w = in.at("weathering");
            s.weathering = {w.at("splash").real(), w.at("streaks").real(), w.at("moss").real(), w.at("bleach").real()};
        }
        if (in.has("wave")) s.wave = in.at("wave").real();
    } else {
        if (!takeFirstPattern(s, in.at("pattern").text(), in.at("pattern_size_m").real()))
            in.at("pattern").fail("names no pattern");
        s.textureSize = in.at("texture_size_m").real();
    }
    return s;
}

void writeMaps(const Maps& maps, nlohmann::json& j, const BlobSink& sink) {
    for (size_t k = 0; k < std::size(kMaps); ++k)
        if (const auto& picture = maps.*kMaps[k])
            j[kMapKeys[k]] = sink({picture, [&picture] { return packPicture(*picture); }});
}

void readMaps(Maps& maps, const JsonReader& in, BlobReader& blobs) {
    for (size_t k = 0; k < std::size(kMaps); ++k)
        if (in.has(kMapKeys[k])) maps.*kMaps[k] = blobs.picture(in.at(kMapKeys[k]).text());
}

} // namespace thallos
