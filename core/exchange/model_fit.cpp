#include "core/exchange/model_fit.h"

#include <algorithm>
#include <utility>

namespace thallos {

namespace {

float largest(const V3f& size) {
    return std::max({size.x, size.y, size.z});
}

// A leaf or its frame, with or without a handle.
bool isDoor(const V3f& size) {
    const float width = std::max(size.x, size.y), thick = std::min(size.x, size.y);
    return size.z > 1.85f && size.z < 2.7f && width > 0.6f && width < 2.2f && thick < 0.35f;
}

} // namespace

ForeignModel refitted(const ForeignModel& read, float unit, char up) {
    if (unit == read.unit && up == read.up) return read;
    ForeignModel out = read;
    const float scale = unit / read.unit;
    // About the east axis: what ran north in the model runs up, or the other way round.
    const auto turned = [&](const auto& p) {
        using V = std::remove_cvref_t<decltype(p)>;
        return up == read.up ? p : up == 'z' ? V(p.x, p.z, -p.y) : V(p.x, -p.z, p.y);
    };
    for (Part& part : out.model.parts)
        changeMesh(part, [&](Mesh& mesh) {
            for (V3f& p : mesh.positions) p = turned(p) * scale;
            for (V3f& n : mesh.normals) n = turned(n);
        });
    out.origin = turned(read.origin) * static_cast<double>(scale) + V3d(tidy(out.model).shift);
    out.unit = unit;
    out.up = up;
    return out;
}

float likelyUnit(const ForeignModel& read) {
    if (read.unitTold) return read.unit;
    const float units = largest(bounds(read.model).size()) / read.unit;
    std::vector<V3f> parts; // sizes in units of the file
    for (const Part& p : read.model.parts) {
        const Box3f box = bounds(*p.mesh);
        if (!box.isEmpty()) parts.push_back(box.size() / read.unit);
    }
    float best = read.unit;
    long most = -1;
    for (const float unit : {1.0f, 0.001f, 0.01f, 0.0254f, 0.3048f}) {
        if (units * unit < 2.5f || units * unit > 120) continue;
        const long doors =
            std::count_if(parts.begin(), parts.end(), [&](const V3f& size) { return isDoor(size * unit); });
        if (doors > most) best = unit;
        most = std::max(most, doors);
    }
    return best;
}

Text sizeInWords(const V3f& size) {
    const float l = largest(size);
    if (l < 0.05f) return Text("smaller than a matchbox");
    if (l < 0.35f) return Text("a flower pot");
    if (l < 2.5f) return Text("a piece of furniture");
    if (l < 6) return size.z < 2.2f ? Text("a car") : Text("a shed");
    if (l < 30) return Text("a house");
    if (l < 120) return Text("a large building");
    if (l < 700) return Text("a group of buildings");
    if (l < 3000) return Text("a town quarter");
    return Text("larger than anything built");
}

} // namespace thallos
