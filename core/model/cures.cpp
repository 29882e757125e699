#include "core/model/cures.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

#include "core/base/parallel.h"
#include "core/model/doubles.h"
#include "core/model/topology.h"

namespace thallos {

namespace {

// With the corners that its triangles use, and no others.
Mesh withoutLoose(const Mesh& mesh) {
    Mesh out;
    std::vector<int> now(mesh.positions.size(), -1);
    for (V3i t : mesh.triangles) {
        for (int k = 0; k < 3; ++k) {
            const auto v = static_cast<size_t>(t[k]);
            if (now[v] < 0) {
                now[v] = static_cast<int>(out.positions.size());
                out.positions.push_back(mesh.positions[v]);
                if (!mesh.normals.empty()) out.normals.push_back(mesh.normals[v]);
                if (!mesh.uvs.empty()) out.uvs.push_back(mesh.uvs[v]);
            }
            t[k] = now[v];
        }
        out.triangles.push_back(t);
    }
    return out;
}

Mesh without(const Mesh& mesh, const std::vector<int>& triangles) { // in order
    Mesh out = mesh;
    out.triangles.clear();
    auto next = triangles.begin();
    for (int i = 0; i < static_cast<int>(mesh.triangles.size()); ++i)
        if (next != triangles.end() && *next == i)
            ++next;
        else
            out.triangles.push_back(mesh.triangles[static_cast<size_t>(i)]);
    return withoutLoose(out);
}

// Corners within the tolerance lie in one place; those that differ in nothing else become one.
Mesh joined(const Mesh& mesh, float tolerance) {
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, tolerance, count);
    std::vector<V3f> at(static_cast<size_t>(count));
    for (size_t i = mesh.positions.size(); i-- > 0;) at[static_cast<size_t>(place[i])] = mesh.positions[i];
    // In a place only a few corners differ.
    std::vector<std::vector<int>> here(static_cast<size_t>(count));
    std::vector<int> same(mesh.positions.size());
    for (size_t i = 0; i < mesh.positions.size(); ++i) {
        auto& others = here[static_cast<size_t>(place[i])];
        const auto is = std::find_if(others.begin(), others.end(), [&](int j) {
            const auto o = static_cast<size_t>(j);
            return (mesh.normals.empty() || mesh.normals[i].dot(mesh.normals[o]) > 0.999f) &&
                   (mesh.uvs.empty() || (mesh.uvs[i] - mesh.uvs[o]).length2() < 1e-8f);
        });
        same[i] = is == others.end() ? static_cast<int>(i) : *is;
        if (is == others.end()) others.push_back(static_cast<int>(i));
    }
    Mesh out = mesh;
    for (size_t i = 0; i < out.positions.size(); ++i) out.positions[i] = at[static_cast<size_t>(place[i])];
    for (V3i& t : out.triangles)
        for (int k = 0; k < 3; ++k) t[k] = same[static_cast<size_t>(t[k])];
    std::erase_if(out.triangles, [&](const V3i& t) {
        const V3f &a = out.positions[static_cast<size_t>(t.x)], &b = out.positions[static_cast<size_t>(t.y)],
                  &c = out.positions[static_cast<size_t>(t.z)];
        return (b - a).cross(c - a).length2() < 1e-16f;
    });
    return withoutLoose(out);
}

Mesh turned(const Mesh& mesh, const std::vector<int>& triangles) {
    Mesh out = mesh;
    std::vector<char> flipped(mesh.positions.size(), 0), kept(mesh.positions.size(), 0);
    std::vector<char> turn(mesh.triangles.size(), 0);
    for (const int t : triangles) turn[static_cast<size_t>(t)] = 1;
    for (size_t i = 0; i < mesh.triangles.size(); ++i) {
        for (int k = 0; k < 3; ++k) (turn[i] ? flipped : kept)[static_cast<size_t>(mesh.triangles[i][k])] = 1;
        if (turn[i]) std::swap(out.triangles[i].y, out.triangles[i].z);
    }
    // A corner of both kinds of faces had a normal that fits to neither.
    for (size_t v = 0; v < flipped.size() && !out.normals.empty(); ++v) {
        if (flipped[v] && kept[v]) {
            out.normals.clear();
            break;
        }
        if (flipped[v]) out.normals[v] = -out.normals[v];
    }
    return out;
}

// Normals of the faces around a corner that are no sharper than the angle to its own face, weighed by area and angle.
Mesh smoothed(const Mesh& mesh, float sharp) {
    Mesh out;
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, 1e-5f, count);
    struct Use {
        V3f face, weighed;
    };
    std::vector<std::vector<Use>> uses(static_cast<size_t>(count));
    for (const V3i& t : mesh.triangles) {
        const V3f n = faceNormal(mesh, t);
        if (n.length2() <= 0) continue;
        for (int k = 0; k < 3; ++k) {
            const V3f &p = mesh.positions[static_cast<size_t>(t[k])],
                      &q = mesh.positions[static_cast<size_t>(t[(k + 1) % 3])],
                      &r = mesh.positions[static_cast<size_t>(t[(k + 2) % 3])];
            const float c = (q - p).normalized().dot((r - p).normalized());
            uses[static_cast<size_t>(place[static_cast<size_t>(t[k])])].push_back(
                {n.normalized(), n * std::acos(std::clamp(c, -1.0f, 1.0f))});
        }
    }
    const float least = std::cos(sharp);
    std::map<std::pair<int, std::vector<int>>, int> corners; // of an old corner and a rounded normal
    for (const V3i& t : mesh.triangles) {
        const V3f face = faceNormal(mesh, t).normalized();
        V3i now;
        for (int k = 0; k < 3; ++k) {
            V3f n(0);
            for (const Use& u : uses[static_cast<size_t>(place[static_cast<size_t>(t[k])])])
                if (u.face.dot(face) >= least - 1e-6f) n += u.weighed;
            n = n.length2() > 0 ? n.normalized() : face;
            const std::vector<int> rounded{static_cast<int>(std::lround(n.x * 4096)),
                                           static_cast<int>(std::lround(n.y * 4096)),
                                           static_cast<int>(std::lround(n.z * 4096))};
            const auto [at, fresh] = corners.emplace(std::pair(t[k], rounded), static_cast<int>(out.positions.size()));
            if (fresh) {
                out.positions.push_back(mesh.positions[static_cast<size_t>(t[k])]);
                out.normals.push_back(n);
                if (!mesh.uvs.empty()) out.uvs.push_back(mesh.uvs[static_cast<size_t>(t[k])]);
            }
            now[k] = at->second;
        }
        out.triangles.push_back(now);
    }
    return out;
}

// Closed loops of edges that have one face, each in the sense of that face, as positions of the mesh.
std::vector<std::vector<int>> rimsOf(const Mesh& mesh, const std::vector<int>& place,
                                     const std::vector<int>& triangles) {
    std::map<std::pair<int, int>, std::pair<int, int>> open; // places to positions
    for (const int i : triangles) {
        const V3i& t = mesh.triangles[static_cast<size_t>(i)];
        for (int k = 0; k < 3; ++k) {
            const int a = place[static_cast<size_t>(t[k])], b = place[static_cast<size_t>(t[(k + 1) % 3])];
            if (open.erase({b, a}) == 0) open[{a, b}] = {t[k], t[(k + 1) % 3]};
        }
    }
    std::multimap<int, std::pair<int, int>> from; // place to the edge's positions
    for (const auto& [places, positions] : open) from.emplace(places.first, positions);
    std::vector<std::vector<int>> rims;
    while (!from.empty()) {
        std::vector<int> rim;
        auto at = from.begin();
        const int first = at->first;
        while (at != from.end()) {
            const auto [a, b] = at->second;
            rim.push_back(a);
            from.erase(at);
            const int next = place[static_cast<size_t>(b)];
            if (next == first) break;
            at = from.find(next);
            if (at == from.end()) rim.push_back(b);
        }
        rims.push_back(std::move(rim));
    }
    return rims;
}

int copyCorner(Mesh& mesh, int like, const V3f& at) {
    mesh.positions.push_back(at);
    if (!mesh.normals.empty()) mesh.normals.push_back(V3f(mesh.normals[static_cast<size_t>(like)]));
    if (!mesh.uvs.empty()) mesh.uvs.push_back(V2f(mesh.uvs[static_cast<size_t>(like)]));
    return static_cast<int>(mesh.positions.size()) - 1;
}

// Corners are joined and what is still open is closed by a fan about the middle of its rim.
Mesh closed(const Mesh& mesh, float tolerance) {
    Mesh out = joined(mesh, tolerance);
    out.normals.clear();
    const Topology t = topologyOf(out, tolerance);
    std::vector<std::vector<int>> faces(t.shells.size());
    for (size_t i = 0; i < out.triangles.size(); ++i)
        if (t.shellOf[i] >= 0) faces[static_cast<size_t>(t.shellOf[i])].push_back(static_cast<int>(i));
    const std::vector<int> place = t.place;
    for (size_t s = 0; s < faces.size(); ++s) {
        if (t.shells[s].openEdges == 0) continue;
        // A flat sheet has nothing to close: it becomes a body by getting thick.
        const V3f size = t.shells[s].box.size();
        if (t.shells[s].triangles <= 2 || std::min({size.x, size.y, size.z}) < 1e-3f) continue;
        for (const auto& rim : rimsOf(out, place, faces[s])) {
            if (rim.size() < 3) continue;
            V3f middle(0);
            for (const int v : rim) middle += out.positions[static_cast<size_t>(v)];
            middle /= static_cast<float>(rim.size());
            if (rim.size() == 3) {
                out.triangles.push_back({rim[2], rim[1], rim[0]});
                continue;
            }
            const int c = copyCorner(out, rim.front(), middle);
            for (size_t i = 0; i < rim.size(); ++i) out.triangles.push_back({rim[(i + 1) % rim.size()], rim[i], c});
        }
    }
    return smoothed(out, radians(30));
}

// The faces of the sheets get a back and an edge around.
Mesh thickened(const Mesh& mesh, const std::vector<int>& triangles, float thick) {
    Mesh out = mesh;
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, 1e-4f, count);
    std::vector<V3f> way(static_cast<size_t>(count), V3f(0));
    for (const int i : triangles) {
        const V3i& t = mesh.triangles[static_cast<size_t>(i)];
        const V3f& a = mesh.positions[static_cast<size_t>(t.x)];
        const V3f n =
            (mesh.positions[static_cast<size_t>(t.y)] - a).cross(mesh.positions[static_cast<size_t>(t.z)] - a);
        for (int k = 0; k < 3; ++k) way[static_cast<size_t>(place[static_cast<size_t>(t[k])])] += n;
    }
    std::vector<int> back(mesh.positions.size(), -1);
    const auto behind = [&](int v) {
        int& b = back[static_cast<size_t>(v)];
        if (b < 0) {
            const V3f& n = way[static_cast<size_t>(place[static_cast<size_t>(v)])];
            b = copyCorner(out, v,
                           mesh.positions[static_cast<size_t>(v)] -
                               (n.length2() > 0 ? n.normalized() : V3f(0, 0, 1)) * thick);
            if (!out.normals.empty()) out.normals.back() = -out.normals.back();
        }
        return b;
    };
    for (const int i : triangles) {
        const V3i t = mesh.triangles[static_cast<size_t>(i)];
        out.triangles.push_back({behind(t.x), behind(t.z), behind(t.y)});
    }
    for (const auto& rim : rimsOf(mesh, place, triangles))
        for (size_t i = 0; i < rim.size(); ++i) {
            const int a = rim[i], b = rim[(i + 1) % rim.size()], c = behind(b), d = behind(a);
            // Corners of their own: the edge is sharp.
            V3f n = (out.positions[static_cast<size_t>(d)] - out.positions[static_cast<size_t>(a)])
                        .cross(out.positions[static_cast<size_t>(b)] - out.positions[static_cast<size_t>(a)]);
            n = n.length2() > 0 ? n.normalized() : V3f(0, 0, 1);
            int own[4];
            int k = 0;
            for (const int v : {a, d, c, b}) {
                own[k] = copyCorner(out, v, V3f(out.positions[static_cast<size_t>(v)]));
                if (!out.normals.empty()) out.normals.back() = n;
                ++k;
            }
            out.triangles.push_back({own[0], own[1], own[2]});
            out.triangles.push_back({own[0], own[2], own[3]});
        }
    return out;
}

// These faces come forward, with the corners of others in the same places, so that no gap opens.
Mesh forward(const Mesh& mesh, const std::vector<int>& triangles, float by) {
    Mesh out = mesh;
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, 1e-4f, count);
    std::vector<V3f> way(static_cast<size_t>(count), V3f(0));
    for (const int i : triangles) {
        const V3i& t = mesh.triangles[static_cast<size_t>(i)];
        const V3f& a = mesh.positions[static_cast<size_t>(t.x)];
        V3f n = (mesh.positions[static_cast<size_t>(t.y)] - a).cross(mesh.positions[static_cast<size_t>(t.z)] - a);
        n.normalize();
        for (int k = 0; k < 3; ++k) {
            V3f& w = way[static_cast<size_t>(place[static_cast<size_t>(t[k])])];
            if (w.dot(n) < 0.9f) w += n; // once for each plane
        }
    }
    for (size_t v = 0; v < out.positions.size(); ++v) out.positions[v] += way[static_cast<size_t>(place[v])] * by;
    return out;
}

} // namespace

CureAmount amountOf(Fault fault) {
    using Unit = CureAmount::Unit;
    switch (fault) {
    case Fault::Degenerate:
        return {Unit::Metres, 0.0005f, 0.00001f, 0.1f};
    case Fault::OpenEdges:
        return {Unit::Metres, 0.002f, 0.00001f, 0.1f};
    case Fault::CoplanarDoubles:
        return {Unit::Metres, 0.002f, 0.0001f, 0.1f};
    case Fault::WrongNormals:
        return {Unit::Radians, radians(35), 0, kPi};
    case Fault::Sheets:
        return {Unit::Metres, 0.02f, 0.0005f, 1};
    default:
        return {};
    }
}

void cure(Model& model, Fault fault, float amount, const std::vector<int>& parts) {
    std::vector<char> meant(model.parts.size(), parts.empty());
    for (const int p : parts)
        if (p >= 0 && p < static_cast<int>(meant.size())) meant[static_cast<size_t>(p)] = 1;
    std::vector<FaultPlace> places(model.parts.size());
    std::vector<char> found(model.parts.size(), 0);
    if (fault == Fault::CoplanarDoubles) {
        const HealthLimits limits;
        for (const Double& d : doublesOf(model, limits.doubles, limits.overlap)) {
            found[static_cast<size_t>(d.part)] = 1;
            places[static_cast<size_t>(d.part)].triangles.push_back(d.triangle);
        }
    } else
        for (Finding& f : healthOf(model))
            if (f.kind == fault)
                for (FaultPlace& place : f.places) {
                    found[static_cast<size_t>(place.part)] = 1;
                    places[static_cast<size_t>(place.part)] = std::move(place);
                }
    const bool whole = !parts.empty() && (fault == Fault::WrongNormals || fault == Fault::Degenerate);
    parallelFor(static_cast<int>(model.parts.size()), [&](int i) {
        const auto p = static_cast<size_t>(i);
        if (!meant[p] || !(found[p] || whole)) return;
        const Mesh& mesh = *model.parts[p].mesh;
        const std::vector<int>& faces = places[p].triangles;
        Mesh now;
        switch (fault) {
        case Fault::LooseVertices:
            now = withoutLoose(mesh);
            break;
        case Fault::Degenerate:
            now = joined(mesh, amount);
            break;
        case Fault::Duplicates:
        case Fault::Leftovers:
            now = without(mesh, faces);
            break;
        case Fault::InsideOut:
            now = turned(mesh, faces);
            break;
        case Fault::OpenEdges:
            now = closed(mesh, amount);
            break;
        case Fault::CoplanarDoubles:
            now = forward(mesh, faces, amount);
            break;
        case Fault::WrongNormals:
            now = smoothed(mesh, amount);
            break;
        case Fault::Sheets:
            now = thickened(mesh, faces, amount);
            break;
        }
        model.parts[p].mesh = std::make_shared<const Mesh>(std::move(now));
    });
}

} // namespace thallos
