#include "core/project/kinds/kind.h"

#include <algorithm>

#include "core/material/surface_ranges.h"
#include "core/project/layers.h"

namespace thallos {

const char* kindName(const Body& body) {
    return withKind(body, [](const auto& kind, const auto&) { return kind.name.value; });
}

int schemaOf(const Body& body) {
    return withKind(body, [](const auto& kind, const auto&) { return kind.since.value; });
}

Id anchorOf(const Body& body) {
    return withKind(body,
                    [](const auto& kind, const auto& of) { return kind.anchor.value ? of.*kind.anchor.value : Id{}; });
}

bool standsOn(const Body& body, const Body& on) {
    return withKind(body, [&](const auto& kind, const auto&) { return kind.standsOn(on); });
}

LandRank rankOf(const Body& body) {
    return withKind(body, [](const auto& kind, const auto&) { return kind.rank; });
}

void visitLayers(Body& body, LayerVisitor& visitor) {
    withKind(body, [&](const auto& kind, auto& of) {
        if (kind.layers) kind.layers(of, visitor);
    });
}

void visitSurfaces(Body& body, const SurfaceUse& use) {
    withKind(body, [&](const auto& kind, auto& of) { kind.surfaces(of, use); });
}

void tellLimits(Body& body, Limits& limits) {
    withKind(body, [&](const auto& kind, auto& of) {
        kind.limits(of, limits);
        kind.surfaces(of, [&](Surface& s) {
            limits.name("the name of a material", s.name);
            surfaceRanges(
                s, [&](const char* what, auto& value, auto low, auto high) { limits.range(what, value, low, high); });
        });
    });
}

namespace {

class LayersFitting : public LayerVisitor {
public:
    explicit LayersFitting(const GroundGrid& grid) : grid_(grid) {}
    void heights(HeightLayer& layer, bool everywhere) override { look(layer, everywhere); }
    void weights(WeightLayer& layer) override { look(layer, false); }
    bool fits = true;

private:
    template <class Layer> void look(const Layer& layer, bool everywhere) {
        if (layer.empty()) return;
        if (layer.size() != static_cast<size_t>(grid_.tileCount())) fits = false;
        for (int i = 0; i < grid_.tileCount() && fits; ++i) {
            const auto& tile = layer[static_cast<size_t>(i)];
            const V2i size = grid_.tileSize(i);
            if (tile)
                fits = tile->cells == size * (tile->cells.x / size.x);
            else
                fits = !everywhere;
        }
    }
    const GroundGrid& grid_;
};

} // namespace

bool layersFit(const Body& body, const GroundGrid& grid) {
    LayersFitting fitting(grid);
    visitLayers(const_cast<Body&>(body), fitting); // it only looks
    return fitting.fits;
}

namespace {

template <size_t I = 0> Body readFrom(const std::string& name, const JsonReader& in, BlobReader& blobs) {
    if constexpr (I == std::variant_size_v<Body>)
        in.at("type").fail("names no kind of item");
    else {
        const auto& kind = kindOf<std::variant_alternative_t<I, Body>>();
        return name == kind.name.value ? Body(kind.read(in, blobs)) : readFrom<I + 1>(name, in, blobs);
    }
}

template <size_t I = 0> int newest() {
    if constexpr (I == std::variant_size_v<Body>)
        return kLeastSchema;
    else
        return std::max(kindOf<std::variant_alternative_t<I, Body>>().since.value, newest<I + 1>());
}

} // namespace

int newestSchema() {
    return newest();
}

Body readBody(const std::string& name, const JsonReader& in, BlobReader& blobs) {
    return readFrom(name, in, blobs);
}

void Limits::point(const char* what, V2f& p) {
    for (int k = 0; k < 2; ++k) range(what, p[k], -kFarthest, kFarthest);
}

void Limits::point(const char* what, V3f& p) {
    for (int k = 0; k < 3; ++k) range(what, p[k], -kFarthest, kFarthest);
}

void Limits::outlines(std::vector<std::vector<V2f>>& areas) {
    for (auto& area : areas) {
        if (area.size() < 3) return broken(Text("%w has an outline of fewer than three points"));
        for (V2f& p : area) point("a point", p);
    }
}

} // namespace thallos
