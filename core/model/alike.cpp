#include "core/model/alike.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>

#include "core/base/hash.h"

namespace thallos {

namespace {

V3f middleOf(const Mesh& m) {
    V3d sum(0);
    for (const V3f& p : m.positions) sum += V3d(p);
    return m.positions.empty() ? V3f(0) : V3f(sum / static_cast<double>(m.positions.size()));
}

// Three axes by two corners that are far from the middle and from each other's line.
struct Frame {
    size_t a = 0, b = 0;
    bool found = false;
};
Frame frameOf(const Mesh& m, const V3f& middle) {
    Frame f;
    float best = 0;
    for (size_t i = 0; i < m.positions.size(); ++i)
        if (const float l = (m.positions[i] - middle).length2(); l > best * 1.0001f) {
            best = l;
            f.a = i;
        }
    const float reach = best;
    best = 0;
    const V3f a = m.positions.empty() ? V3f(0) : m.positions[f.a] - middle;
    for (size_t i = 0; i < m.positions.size(); ++i)
        if (const float l = a.cross(m.positions[i] - middle).length2(); l > best * 1.0001f) {
            best = l;
            f.b = i;
        }
    f.found = best > 1e-8f * reach * reach;
    return f;
}
M44f axesAt(const Mesh& m, const Frame& f, const V3f& middle) {
    const V3f x = (m.positions[f.a] - middle).normalized();
    const V3f z = x.cross(m.positions[f.b] - middle).normalized(), y = z.cross(x);
    return {x.x, x.y, x.z, 0, y.x, y.y, y.z, 0, z.x, z.y, z.z, 0, middle.x, middle.y, middle.z, 1};
}

// The same for meshes that are alike, nearly always another for others.
uint64_t fingerprint(const Part& part) {
    const Mesh& m = *part.mesh;
    uint64_t key = mix(m.positions.size(), m.triangles.size(), static_cast<uint64_t>(part.material));
    for (const V3i& t : m.triangles)
        key = mix(key, static_cast<uint64_t>(t.x), static_cast<uint64_t>(t.y), static_cast<uint64_t>(t.z));
    return key;
}

// How large it is however it is turned, metres: alike ones differ by less than kClose.
float spreadOf(const Mesh& m) {
    const V3f middle = middleOf(m);
    double sum = 0;
    for (const V3f& p : m.positions) sum += static_cast<double>((p - middle).length2());
    return m.positions.empty() ? 0 : static_cast<float>(std::sqrt(sum / static_cast<double>(m.positions.size())));
}

} // namespace

std::optional<M44f> placing(const Mesh& from, const Mesh& to) {
    if (from.positions.size() != to.positions.size() || from.triangles != to.triangles) return std::nullopt;
    const V3f a = middleOf(from), b = middleOf(to);
    const Frame f = frameOf(from, a);
    M44f at;
    if (f.found && (to.positions[f.a] - b).cross(to.positions[f.b] - b).length2() > 0)
        at = axesAt(from, f, a).inverse() * axesAt(to, f, b);
    else
        at.setTranslation(b - a);
    for (size_t i = 0; i < from.positions.size(); ++i)
        if (!((from.positions[i] * at - to.positions[i]).length2() <= 1e-6f)) return std::nullopt;
    return at;
}

std::vector<int> alikeOf(const Model& model) {
    constexpr float kClose = 3e-3f; // more than placing() forgives
    std::vector<int> out(model.parts.size());
    std::unordered_map<uint64_t, std::multimap<float, int>> known; // by their spread
    for (size_t i = 0; i < out.size(); ++i) {
        out[i] = static_cast<int>(i);
        const Mesh& mesh = *model.parts[i].mesh;
        auto& same = known[fingerprint(model.parts[i])];
        const float spread = spreadOf(mesh);
        int first = static_cast<int>(i);
        for (auto j = same.lower_bound(spread - kClose); j != same.upper_bound(spread + kClose); ++j)
            if (j->second < first && placing(*model.parts[static_cast<size_t>(j->second)].mesh, mesh))
                first = j->second;
        out[i] = first;
        if (first == static_cast<int>(i)) same.emplace(spread, first);
    }
    return out;
}

} // namespace thallos
