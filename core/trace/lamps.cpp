#include "core/trace/lamps.h"

#include <algorithm>
#include <cmath>

#include "core/trace/ray.h"
#include "core/trace/scene.h"

namespace thallos {

namespace {

uint64_t keyOf(unsigned object, unsigned part) {
    return static_cast<uint64_t>(object) << 32 | part;
}

float chanceOf(const Lamps& lamps, size_t i) {
    return lamps.chance[i] - (i ? lamps.chance[i - 1] : 0);
}

} // namespace

Lamps lampsOf(const std::vector<SceneObject>& objects) {
    Lamps lamps;
    double total = 0;
    std::vector<double> powers;
    for (size_t o = 0; o < objects.size(); ++o) {
        const SceneObject& object = objects[o];
        if (!object.model || !object.materials || object.hidden) continue;
        for (size_t p = 0; p < object.model->parts.size(); ++p) {
            if (!object.meets(p)) continue;
            const Part& part = object.model->parts[p];
            const SurfacePoint& surface = (*object.materials)[part.material].base;
            if (luminance(surface.emission) <= 0) continue;
            lamps.firstOf[keyOf(static_cast<unsigned>(o), static_cast<unsigned>(p))] =
                static_cast<uint32_t>(lamps.triangles.size());
            for (const V3i& t : part.mesh->triangles) {
                V3f a, b, c;
                object.toWorld.multVecMatrix(part.mesh->positions[t.x], a);
                object.toWorld.multVecMatrix(part.mesh->positions[t.y], b);
                object.toWorld.multVecMatrix(part.mesh->positions[t.z], c);
                const V3f n = (b - a).cross(c - a);
                const float area = 0.5f * n.length();
                const bool sound = std::isfinite(area) && area > 0;
                lamps.triangles.push_back({a, b - a, c - a, sound ? n.normalized() : V3f(0, 0, 1), sound ? area : 0,
                                           surface.emission, surface.lampGroup});
                total += sound ? area * luminance(surface.emission) : 0;
                powers.push_back(total);
            }
        }
    }
    if (total <= 0) return {};
    for (const double p : powers) lamps.chance.push_back(static_cast<float>(p / total));
    return lamps;
}

LampSample sampleLamps(const Lamps& lamps, const V3f& from, const V2f& u, float choice) {
    LampSample s;
    const auto it = std::upper_bound(lamps.chance.begin(), lamps.chance.end(), choice);
    if (it == lamps.chance.end()) return s;
    const auto i = static_cast<size_t>(it - lamps.chance.begin());
    const LampTriangle& t = lamps.triangles[i];
    const float r = std::sqrt(u.x);
    const V3f at = t.a + t.ab * (r * (1 - u.y)) + t.ac * (r * u.y), d = at - from;
    const float d2 = d.length2();
    if (d2 <= 0 || t.area <= 0) return s;
    s.at = at;
    s.direction = d / std::sqrt(d2);
    const float cosine = -t.normal.dot(s.direction);
    if (cosine <= 1e-6f) return s;
    s.density = chanceOf(lamps, i) * d2 / (t.area * cosine);
    s.radiance = t.radiance;
    s.group = t.group;
    return s;
}

float lampDensity(const Lamps& lamps, const Hit& hit, const V3f& from) {
    const auto first = lamps.firstOf.find(keyOf(hit.object, hit.part));
    if (first == lamps.firstOf.end()) return 0;
    const size_t i = first->second + hit.triangle;
    const LampTriangle& t = lamps.triangles[i];
    const V3f d = hit.position - from;
    const float d2 = d.length2(), cosine = -t.normal.dot(d) / std::sqrt(std::max(d2, 1e-20f));
    if (t.area <= 0 || cosine <= 1e-6f) return 0;
    return chanceOf(lamps, i) * d2 / (t.area * cosine);
}

} // namespace thallos
