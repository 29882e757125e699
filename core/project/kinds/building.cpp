#include "core/project/kinds/building.h"

#include <algorithm>
#include <cmath>

#include "core/material/model_blob.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"
#include "core/project/surface_json.h"

namespace thallos {

M44f transformOf(const Building& b) {
    const float c = b.scale * std::cos(b.yaw), s = b.scale * std::sin(b.yaw);
    return {c, s, 0, 0, -s, c, 0, 0, 0, 0, b.scale, 0, b.position.x, b.position.y, b.position.z, 1};
}

std::vector<Polygon> outlinesOf(const Building& b) {
    std::vector<Polygon> out;
    if (b.model)
        for (Polygon o : b.model->outlines) {
            for (V2f& p : o) p *= b.scale;
            out.push_back(moved(o, b.yaw, xy(b.position)));
        }
    return out;
}

float seatHeight(const Building& b, const HeightField& field) {
    double sum = 0;
    int n = 0;
    for (const Polygon& o : outlinesOf(b))
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f a = o[i], step = o[(i + 1) % o.size()] - a;
            const int pieces = std::max(1, static_cast<int>(step.length()));
            for (int k = 0; k < pieces; ++k, ++n)
                sum += field.at(a + step * (static_cast<float>(k) / static_cast<float>(pieces)));
        }
    return n ? static_cast<float>(sum / n) : field.at(xy(b.position));
}

namespace {

Box2f planOf(const Building& b) {
    Box2f box(xy(b.position));
    for (const Polygon& o : outlinesOf(b)) box.extendBy(bounds(o));
    return box;
}

void move(Building& b, const Moving& m) {
    const float over = m.ground ? b.position.z - seatHeight(b, *m.ground) : 0;
    const V2f at = m.to(xy(b.position));
    b.position = {at.x, at.y, b.position.z};
    b.yaw += m.by.turn;
    b.scale = std::clamp(b.scale * m.by.size, 1e-3f, 1e3f);
    if (m.ground) b.position.z = seatHeight(b, *m.ground) + over;
    b.position.z += m.by.by.z;
}

void limits(Building& b, Limits& tell) {
    if (!b.model) return tell.broken(Text("%w has no model"));
    if (b.surfaces.size() != b.model->materials.size())
        return tell.broken(Text("%w does not have one surface for each material of its model"));
    tell.point("the position", b.position);
    tell.turn("the turn", b.yaw);
    tell.range("the size", b.scale, 1e-4f, 1e4f);
    for (Surface& s : b.surfaces) {
        for (int k = 0; k < 3; ++k) {
            tell.range("a base colour", s.baseColor[k], 0, 1);
            tell.range("an emission", s.emission[k], 0, 1e7f);
            tell.range("an absorption", s.absorption[k], 0, 1e5f);
            tell.range("a tint", s.throughTint[k], 0, 1);
        }
        tell.range("a roughness", s.roughness, 0, 1);
        tell.range("a metalness", s.metalness, 0, 1);
        tell.range("a transmission", s.transmission, 0, 1);
        tell.range("a translucency", s.translucency, 0, 0.9f);
        tell.range("a gloss", s.specular, 0, 1);
        tell.range("a varnish", s.coat, 0, 1);
        tell.range("the roughness of a varnish", s.coatRoughness, 0, 1);
        tell.range("a lamp group", s.lampGroup, 0, 7);
        tell.range("the scale of a material", s.scale, 0.001f, 1000);
        tell.turn("the turn of a material", s.turn);
        tell.range("the size of a texture", s.textureSize, 0, 1e4f);
        tell.range("a relief", s.relief, -100, 100);
    }
}

void write(const Building& b, nlohmann::json& j, const BlobSink& sink) {
    j["model"] = sink({b.model, [&b] { return packModel(*b.model); }});
    j["position_m"] = toJson(b.position);
    j["turn_deg"] = toDegrees(b.yaw);
    j["scale"] = b.scale;
    if (!(b.rights == Rights()))
        j["rights"] = {{"maker", b.rights.maker},
                       {"source", b.rights.source},
                       {"licence", b.rights.licence},
                       {"price", b.rights.price}};
    for (size_t i = 0; i < b.surfaces.size(); ++i) {
        j["surfaces"].push_back(toJson(b.surfaces[i]));
        // Pictures stay with the model: the document holds only what was set by hand.
        for (size_t k = 0; k < std::size(kMaps); ++k) {
            const auto& picture = b.surfaces[i].maps.*kMaps[k];
            if (i < b.model->materials.size() && picture != b.model->materials[i].maps.*kMaps[k])
                j["surfaces"].back()[kMapKeys[k]] =
                    picture ? sink({picture, [&picture] { return packPicture(*picture); }}) : std::string();
        }
    }
}

Building read(const JsonReader& in, BlobReader& blobs) {
    Building b;
    b.model = blobs.model(in.at("model").text());
    b.position = in.at("position_m").v3();
    b.yaw = in.at("turn_deg").angle();
    if (in.has("scale")) b.scale = in.at("scale").real();
    if (in.has("rights")) {
        const JsonReader r = in.at("rights");
        b.rights = {r.at("maker").text(), r.at("source").text(), r.at("licence").text(), r.at("price").text()};
    }
    in.at("surfaces").each([&](const JsonReader& s) {
        const size_t i = b.surfaces.size();
        b.surfaces.push_back(readSurface(s));
        for (size_t k = 0; k < std::size(kMaps); ++k) {
            auto& picture = b.surfaces[i].maps.*kMaps[k];
            if (i < b.model->materials.size()) picture = b.model->materials[i].maps.*kMaps[k];
            if (s.has(kMapKeys[k])) picture = blobs.picture(s.at(kMapKeys[k]).text());
        }
    });
    return b;
}

void snapTo(const Building& b, SnapTargets& targets) {
    for (const Polygon& o : outlinesOf(b)) targets.outline(o, true);
    targets.items.push_back(xy(b.position));
}

PlantsTouched plantsTouched(const Building& b) {
    constexpr float kCrowns = 12; // metres that crowns keep off walls, at most
    Box2f box;
    for (const Polygon& o : outlinesOf(b)) box.extendBy(bounds(o));
    if (!box.isEmpty()) box = {box.min - V2f(kCrowns), box.max + V2f(kCrowns)};
    return {box, false};
}

} // namespace

template <> const Kind<Building>& kindOf<Building>() {
    static const Kind<Building> kind{
        .name = "building",
        .since = 1,
        .inPicture = true,
        .extent = planOf,
        .hold = [](const Building& b, const HeightField*) { return std::optional(b.position); },
        .move = move,
        .lift =
            [](Building& b, const std::function<float(const V2f&)>& rise) {
                b.position.z += rise(xy(b.position));
                return true;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = snapTo,
        .footprint =
            [](const Building& b, std::vector<KeepOut>& out) {
                for (Polygon& o : outlinesOf(b)) out.push_back({std::move(o), true});
            },
        .plantsTouched = plantsTouched,
        .sower = kNothing,
        .species = kNothing,
        .materials =
            [](const Building& b, std::vector<std::string>& out) {
                for (const Surface& s : b.surfaces) out.push_back(s.name);
            },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
