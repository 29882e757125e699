#include <algorithm>

#include "core/mesh/polygon.h"
#include "core/project/kinds/kind.h"
#include "core/project/project.h"

namespace thallos {

Pad padOf(const BuildingPad& p, const Building& b) {
    Pad out;
    out.level = b.position.z + p.rise;
    out.apron = p.apron;
    out.batter = p.batter;
    out.sinkInside = p.sink;
    out.cutBatter = p.cutBatter;
    out.fall = p.fall;
    if (p.parts.empty()) {
        out.outlines = outlinesOf(b);
        return out;
    }
    std::vector<const Mesh*> meshes;
    Box3f box;
    const std::vector<std::string> keys = partKeys(*b.model);
    for (size_t i = 0; i < keys.size(); ++i)
        if (std::find(p.parts.begin(), p.parts.end(), keys[i]) != p.parts.end()) {
            meshes.push_back(b.model->parts[i].mesh.get());
            box.extendBy(bounds(*meshes.back()));
        }
    if (box.isEmpty()) return out;
    out.level += box.min.z * b.scale;
    for (Polygon o : footprint(meshes, box.max.z)) {
        for (V2f& v : o) v *= b.scale;
        out.outlines.push_back(moved(o, b.yaw, xy(b.position)));
    }
    return out;
}

template <> const Kind<BuildingPad>& kindOf<BuildingPad>() {
    static const Kind<BuildingPad> kind{
        .name = "pad",
        .since = 1,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits =
            [](BuildingPad& p, Limits& tell) {
                tell.range("the rise", p.rise, -20, 20);
                tell.range("the apron", p.apron, 0, 100);
                tell.range("the batter", p.batter, 0.2f, 50);
                tell.range("the batter of a cut", p.cutBatter, 0.2f, 50);
                tell.range("the fall", p.fall, 0, 0.2f);
                tell.range("the depth under rooms", p.sink, 0, 10);
            },
        .write =
            [](const BuildingPad& p, nlohmann::json& j, const BlobSink&) {
                j["building"] = p.building.value;
                j["rise_m"] = p.rise;
                j["apron_m"] = p.apron;
                j["batter"] = p.batter;
                j["sink_m"] = p.sink;
                if (p.cutBatter != p.batter) j["cut_batter"] = p.cutBatter;
                if (p.fall != 0) j["fall"] = p.fall;
                if (!p.parts.empty()) j["parts"] = p.parts;
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                BuildingPad p{Id{in.at("building").natural()}, in.at("rise_m").real(), in.at("apron_m").real(),
                              in.at("batter").real(), in.at("sink_m").real()};
                p.cutBatter = in.has("cut_batter") ? in.at("cut_batter").real() : p.batter;
                if (in.has("fall")) p.fall = in.at("fall").real();
                if (in.has("parts")) in.at("parts").each([&](const JsonReader& s) { p.parts.push_back(s.text()); });
                return p;
            },
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing, // by the heights that it changes
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = &BuildingPad::building,
        .standsOn = [](const Body& on) { return std::holds_alternative<Building>(on); },
        .adrift = Text("The building of %w is missing"),
        .follow = kNothing, // it is made of the building's footprint
        .land =
            [](const BuildingPad& p, Id id, const Project& project, const GroundAt&) {
                const auto* b = bodyOf<Building>(find(project, p.building));
                return b ? std::vector<LandStep>{{id.value, padOf(p, *b), true}} : std::vector<LandStep>();
            },
        .rank = LandRank::Built,
        .rebased =
            [](BuildingPad& p, Id building, const V3f& shift, float scale) {
                // That of parts lies at their base, which stays.
                if (p.building != building || !p.parts.empty()) return false;
                p.rise += shift.z * scale;
                return true;
            },
    };
    return kind;
}

} // namespace thallos
