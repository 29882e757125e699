#include "core/model/doubles.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <numeric>
#include <tuple>

#include "core/base/hash.h"

namespace thallos {

namespace {

struct Face {
    uint64_t way; // of its front, rounded
    float level;  // of its plane along that
    int part, triangle;
    std::array<V2f, 3> corners; // in the plane
    Box2f box;
};

// Two axes that span the plane across n, the same for all faces that look the same way.
void axesOf(const V3f& n, V3f& u, V3f& v) {
    u = std::abs(n.z) < 0.9f ? V3f(0, 0, 1).cross(n).normalized() : V3f(1, 0, 0).cross(n).normalized();
    v = n.cross(u);
}

float areaOf(const std::vector<V2f>& p) {
    float a = 0;
    for (size_t i = 0; i < p.size(); ++i) a += p[i].cross(p[(i + 1) % p.size()]);
    return std::abs(a) / 2;
}

// What two triangles have in common (Sutherland and Hodgman 1974).
float commonArea(const std::array<V2f, 3>& a, const std::array<V2f, 3>& b) {
    std::vector<V2f> left(a.begin(), a.end()), next;
    const float turn = (b[1] - b[0]).cross(b[2] - b[0]) < 0 ? -1.0f : 1.0f;
    for (size_t k = 0; k < 3 && left.size() > 2; ++k) {
        const V2f o = b[k], d = (b[(k + 1) % 3] - o) * turn;
        next.clear();
        for (size_t i = 0; i < left.size(); ++i) {
            const V2f p = left[i], q = left[(i + 1) % left.size()];
            const float s = d.cross(p - o), t = d.cross(q - o);
            if (s >= 0) next.push_back(p);
            if ((s < 0) != (t < 0)) next.push_back(p + (q - p) * (s / (s - t)));
        }
        left.swap(next);
    }
    return left.size() > 2 ? areaOf(left) : 0;
}

std::vector<Face> facesOf(const Model& model, float least) {
    std::vector<Face> out;
    for (size_t p = 0; p < model.parts.size(); ++p) {
        const Mesh& m = *model.parts[p].mesh;
        for (size_t t = 0; t < m.triangles.size(); ++t) {
            const V3i& f = m.triangles[t];
            const V3f &a = m.positions[static_cast<size_t>(f.x)], &b = m.positions[static_cast<size_t>(f.y)],
                      &c = m.positions[static_cast<size_t>(f.z)];
            V3f n = (b - a).cross(c - a);
            const float twice = n.length();
            if (twice < 2 * least) continue;
            n /= twice;
            Face face;
            face.way = mix(static_cast<uint64_t>(std::lround(n.x * 256) + 1024),
                           static_cast<uint64_t>(std::lround(n.y * 256) + 1024),
                           static_cast<uint64_t>(std::lround(n.z * 256) + 1024));
            // The rounded way spans the plane, so that levels and corners of one way agree.
            const V3f r = V3f(std::round(n.x * 256), std::round(n.y * 256), std::round(n.z * 256)).normalized();
            V3f u, v;
            axesOf(r, u, v);
            face.level = n.dot(a);
            face.part = static_cast<int>(p);
            face.triangle = static_cast<int>(t);
            int k = 0;
            for (const V3f& q : {a, b, c}) {
                face.corners[static_cast<size_t>(k)] = {q.dot(u), q.dot(v)};
                face.box.extendBy(face.corners[static_cast<size_t>(k++)]);
            }
            out.push_back(face);
        }
    }
    return out;
}

bool isSame(const Face& a, const Face& b) {
    return a.part == b.part && std::all_of(a.corners.begin(), a.corners.end(), [&](const V2f& p) {
               return std::any_of(b.corners.begin(), b.corners.end(),
                                  [&](const V2f& q) { return (p - q).length2() < 1e-8f; });
           });
}

// Calls test(i, j) for all pairs of one plane whose boxes meet, each once.
template <class Test> void eachPair(const std::vector<const Face*>& faces, const Test& test) {
    if (faces.size() < 2) return;
    Box2f all;
    double extent = 0;
    for (const Face* f : faces) {
        all.extendBy(f->box);
        extent += static_cast<double>(std::max(f->box.size().x, f->box.size().y));
    }
    const auto n = static_cast<float>(faces.size());
    const float most = std::max(all.size().x, all.size().y);
    const float cell = std::max({2 * static_cast<float>(extent) / n, most / (2 * std::sqrt(n) + 1), 1e-4f});
    const auto cellOf = [&](const V2f& p) {
        return V2i(static_cast<int>((p.x - all.min.x) / cell), static_cast<int>((p.y - all.min.y) / cell));
    };
    const V2i size = cellOf(all.max) + V2i(1);
    std::vector<std::vector<int>> cells(static_cast<size_t>(size.x) * static_cast<size_t>(size.y));
    for (size_t i = 0; i < faces.size(); ++i) {
        const V2i low = cellOf(faces[i]->box.min), high = cellOf(faces[i]->box.max);
        for (int y = low.y; y <= high.y; ++y)
            for (int x = low.x; x <= high.x; ++x)
                cells[static_cast<size_t>(y) * static_cast<size_t>(size.x) + static_cast<size_t>(x)].push_back(
                    static_cast<int>(i));
    }
    for (int y = 0; y < size.y; ++y)
        for (int x = 0; x < size.x; ++x) {
            const auto& here = cells[static_cast<size_t>(y) * static_cast<size_t>(size.x) + static_cast<size_t>(x)];
            for (size_t i = 0; i < here.size(); ++i)
                for (size_t j = i + 1; j < here.size(); ++j) {
                    const Face &a = *faces[static_cast<size_t>(here[i])], &b = *faces[static_cast<size_t>(here[j])];
                    const V2f low(std::max(a.box.min.x, b.box.min.x), std::max(a.box.min.y, b.box.min.y)),
                        high(std::min(a.box.max.x, b.box.max.x), std::min(a.box.max.y, b.box.max.y));
                    if (low.x >= high.x || low.y >= high.y || cellOf(low) != V2i(x, y)) continue;
                    test(a, b);
                }
        }
}

} // namespace

std::vector<Double> doublesOf(const Model& model, float apart, float least) {
    std::vector<Face> faces = facesOf(model, least);
    std::sort(faces.begin(), faces.end(), [](const Face& a, const Face& b) {
        return std::tie(a.way, a.level, a.part, a.triangle) < std::tie(b.way, b.level, b.part, b.triangle);
    });
    std::vector<double> areas(model.parts.size(), 0); // of parts, in their large faces
    for (const Face& f : faces)
        areas[static_cast<size_t>(f.part)] +=
            static_cast<double>(std::abs((f.corners[1] - f.corners[0]).cross(f.corners[2] - f.corners[0])));
    std::vector<Double> out;
    std::vector<const Face*> plane;
    for (size_t i = 0; i < faces.size();) {
        plane.assign(1, &faces[i]);
        size_t j = i + 1;
        for (; j < faces.size() && faces[j].way == faces[i].way && faces[j].level - faces[j - 1].level <= apart; ++j)
            plane.push_back(&faces[j]);
        eachPair(plane, [&](const Face& a, const Face& b) {
            if (std::abs(a.level - b.level) > apart || isSame(a, b)) return;
            const float area = commonArea(a.corners, b.corners);
            if (area < least) return;
            const bool first =
                a.part == b.part
                    ? a.triangle > b.triangle
                    : areas[static_cast<size_t>(a.part)] < areas[static_cast<size_t>(b.part)] ||
                          (areas[static_cast<size_t>(a.part)] == areas[static_cast<size_t>(b.part)] && a.part > b.part);
            const Face &small = first ? a : b, &large = first ? b : a;
            out.push_back({small.part, small.triangle, large.part, large.triangle, area});
        });
        i = j;
    }
    std::sort(out.begin(), out.end(), [](const Double& a, const Double& b) {
        return std::tie(a.part, a.triangle, a.other, a.otherTriangle) <
               std::tie(b.part, b.triangle, b.other, b.otherTriangle);
    });
    return out;
}

} // namespace thallos
