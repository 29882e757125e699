#include "core/project/kinds/kind.h"

#include <algorithm>

namespace thallos {

const char* kindName(const Body& body) {
    return withKind(body, [](const auto& kind, const auto&) { return kind.name.value; });
}

int schemaOf(const Body& body) {
    return withKind(body, [](const auto& kind, const auto& of) {
        return std::max(kind.since.value, kind.needs ? kind.needs(of) : 0);
    });
}

Id anchorOf(const Body& body) {
    return withKind(body,
                    [](const auto& kind, const auto& of) { return kind.anchor.value ? of.*kind.anchor.value : Id{}; });
}

bool standsOn(const Body& body, const Body& on) {
    return withKind(body, [&](const auto& kind, const auto&) { return kind.standsOn(on); });
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
        return std::max({kLeastSchema, kPartsSchema, kSeatingSchema});
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
