// Makes the demo's buildings: the honey house and a hive. Usage: make_honey_house FOLDER
#include <cmath>
#include <cstdio>

#include "tools/gltf_writer.h"

using namespace thallos;

namespace {

// Collects parts by name and material.
class Maker {
public:
    explicit Maker(std::string name) { model_.name = std::move(name); }

    int material(const std::string& name, const Rgb& color, float roughness, float metalness = 0,
                 float transmission = 0) {
        model_.materials.push_back({.name = name,
                                    .baseColor = color,
                                    .roughness = roughness,
                                    .metalness = metalness,
                                    .transmission = transmission});
        return static_cast<int>(model_.materials.size()) - 1;
    }
    void add(const std::string& name, int material, Mesh mesh) {
        model_.parts.push_back(partOf(name, material, std::move(mesh)));
    }
    void block(const std::string& name, int material, const V3f& low, const V3f& high) {
        add(name, material, box(low, high));
    }
    const Model& model() const { return model_; }

private:
    Model model_;
};

Mesh joined(std::initializer_list<Mesh> meshes) {
    Mesh all;
    for (const Mesh& m : meshes) append(all, m);
    return all;
}

// An upright cylinder, or one along an axis.
Mesh cylinder(const V3f& from, const V3f& to, float radius, int sides = 20) {
    const V3f d = (to - from).normalized();
    const V3f a = d.cross(std::abs(d.z) < 0.9f ? V3f(0, 0, 1) : V3f(1, 0, 0)).normalized(), b = d.cross(a);
    Mesh m;
    auto ring = [&](const V3f& c, float r) {
        for (int i = 0; i < sides; ++i) {
            const float t = 2 * kPi * static_cast<float>(i) / static_cast<float>(sides);
            m.positions.push_back(c + (a * std::cos(t) + b * std::sin(t)) * r);
        }
    };
    // Caps have vertices of their own so that rims stay sharp.
    ring(from, radius);
    ring(to, radius);
    for (int i = 0; i < 2 * sides; ++i) m.normals.push_back((m.positions[i] - (i < sides ? from : to)).normalized());
    for (int i = 0; i < sides; ++i) {
        const int j = (i + 1) % sides;
        m.triangles.push_back({i, j, j + sides});
        m.triangles.push_back({i, j + sides, i + sides});
    }
    for (int cap = 0; cap < 2; ++cap) {
        const int n = static_cast<int>(m.positions.size());
        ring(cap ? to : from, radius);
        for (int i = 0; i < sides; ++i) m.normals.push_back(cap ? d : -d);
        for (int i = 1; i + 1 < sides; ++i)
            m.triangles.push_back(cap ? V3i(n, n + i, n + i + 1) : V3i(n, n + i + 1, n + i));
    }
    return m;
}

// Half-round gutter along x.
Mesh gutter(float x0, float x1, const V2f& centre, float radius) {
    Mesh m;
    const int n = 12;
    for (int shell = 0; shell < 2; ++shell)
        for (int e = 0; e < 2; ++e)
            for (int i = 0; i <= n; ++i) {
                const float t = kPi + kPi * static_cast<float>(i) / n, r = radius - 0.006f * static_cast<float>(shell);
                m.positions.emplace_back(e ? x1 : x0, centre.x + std::cos(t) * r, centre.y + std::sin(t) * r);
            }
    auto at = [&](int shell, int e, int i) { return (shell * 2 + e) * (n + 1) + i; };
    for (int i = 0; i < n; ++i)
        for (int shell = 0; shell < 2; ++shell) {
            m.triangles.push_back({at(shell, 0, i), at(shell, 0, i + 1), at(shell, 1, i + 1)});
            m.triangles.push_back({at(shell, 0, i), at(shell, 1, i + 1), at(shell, 1, i)});
        }
    for (int e = 0; e < 2; ++e)
        for (int i = 0; i < n; ++i) {
            m.triangles.push_back({at(0, e, i), at(1, e, i), at(1, e, i + 1)});
            m.triangles.push_back({at(0, e, i), at(1, e, i + 1), at(0, e, i + 1)});
        }
    return m;
}

// A block whose top and bottom rise with y: mono-pitch slabs, rafters, wall heads.
constexpr float kPitch = 0.165f; // rise a metre towards the front (-y)
float roofUnder(float y) {
    return 3.62f - kPitch * (y + 3.75f);
} // underside of the roof deck above the base
Mesh sloped(float x0, float x1, float y0, float y1, float drop0, float drop1) { // from roofUnder() + drop0 to + drop1
    Mesh m = box({x0, y0, 0}, {x1, y1, 1});
    for (V3f& p : m.positions) p.z = roofUnder(p.y) + (p.z > 0.5f ? drop1 : drop0);
    return m;
}
// A wall from a level foot to the underside of the roof.
Mesh wallToRoof(float x0, float x1, float y0, float y1, float foot) {
    Mesh m = box({x0, y0, 0}, {x1, y1, 1});
    for (V3f& p : m.positions) p.z = p.z > 0.5f ? roofUnder(p.y) : foot;
    return m;
}

// The house from the ground up: a list of its pieces, not to be cut.
Model honeyHouse() {
    Maker h("Honey house");
    const int stone = h.material("rubble stone", fromSrgb(0.60f, 0.56f, 0.50f), 0.9f);
    const int cladding = h.material("larch cladding", fromSrgb(0.66f, 0.50f, 0.35f), 0.72f);
    const int frame = h.material("dark oak frame", fromSrgb(0.27f, 0.20f, 0.15f), 0.55f);
    const int deck = h.material("terrace deck", fromSrgb(0.60f, 0.52f, 0.43f), 0.8f);
    const int soffit = h.material("soffit boards", fromSrgb(0.70f, 0.54f, 0.37f), 0.65f);
    const int roof = h.material("standing seam zinc", fromSrgb(0.34f, 0.36f, 0.37f), 0.42f, 0.6f);
    const int trim = h.material("dark metal trim", fromSrgb(0.17f, 0.18f, 0.18f), 0.45f, 0.7f);
    const int glass = h.material("clear glass", Rgb(0.96f, 0.98f, 0.97f), 0.02f, 0, 1);
    const int plaster = h.material("lime plaster", fromSrgb(0.87f, 0.84f, 0.78f), 0.95f);
    const int floor = h.material("floor tiles", fromSrgb(0.52f, 0.45f, 0.38f), 0.5f);
    const int oak = h.material("oak furniture", fromSrgb(0.63f, 0.48f, 0.32f), 0.5f);
    const int steel = h.material("brushed steel", fromSrgb(0.72f, 0.72f, 0.71f), 0.32f, 1);
    const int honey = h.material("honey jars", fromSrgb(0.82f, 0.50f, 0.12f), 0.15f);
    const int step = h.material("sawn stone", fromSrgb(0.66f, 0.63f, 0.57f), 0.8f);
    const int lampShade = h.material("lamp shade", fromSrgb(0.86f, 0.80f, 0.66f), 0.7f);

    constexpr float base = 0.25f;     // hidden foundation below the pad
    constexpr float f = base + 0.51f; // floor: three steps of 0.17
    constexpr float front = -3.75f, back = 3.75f, left = -9, right = 9;

    // Foundation and floors.
    h.block("plinth", stone, {left, front, 0}, {right, back, f - 0.03f});
    h.block("interior floor", floor, {left + 0.3f, front + 0.15f, f - 0.03f}, {right - 0.3f, back - 0.3f, f});
    h.block("terrace retaining edge", stone, {left, -6.9f, 0}, {right, front, f - 0.1f});
    h.block("terrace deck", deck, {left - 0.04f, -6.94f, f - 0.1f}, {right + 0.04f, front, f - 0.02f});
    for (int i = 0; i < 2; ++i) {
        const float z = base + 0.17f * static_cast<float>(2 - i), y = -6.94f - 0.34f * static_cast<float>(i);
        h.block("step " + std::to_string(i + 1), step, {-1.6f, y - 0.36f, 0}, {1.6f, y, z});
    }
    h.block("landing slab", step, {-1.8f, -8.4f, 0}, {1.8f, -7.62f, base + 0.012f});

    // Stone end to the west: real walls, 0.5 m thick.
    h.add("stone wall west", stone, wallToRoof(left, left + 0.5f, front, back, f - 0.03f));
    h.add("stone wall south", stone, wallToRoof(left + 0.5f, -4.6f, front, front + 0.5f, f - 0.03f));
    h.add("stone pier", stone, wallToRoof(-4.6f, -4.1f, front, front + 0.9f, f - 0.03f));
    // A small window in the stone, south face: reveal, frame and pane laid in front of a niche.
    h.block("stone window sill", step, {-7.35f, front - 0.06f, f + 0.95f}, {-6.25f, front + 0.02f, f + 1.02f});
    h.block("stone window frame", frame, {-7.3f, front - 0.02f, f + 1.02f}, {-6.3f, front + 0.04f, f + 2.02f});
    h.block("stone window pane", glass, {-7.22f, front - 0.03f, f + 1.10f}, {-6.38f, front - 0.022f, f + 1.94f});

    // North wall with three windows, 0.35 m thick.
    const float sill = f + 0.9f, head = f + 1.75f;
    const float openings[][2] = {{-7.2f, -5.6f}, {-1.6f, 1.2f}, {5.6f, 7.4f}};
    float x = left + 0.5f;
    int n = 1;
    for (const auto& o : openings) {
        h.add("north wall pier " + std::to_string(n), cladding, wallToRoof(x, o[0], back - 0.35f, back, f - 0.03f));
        h.block("north wall below window " + std::to_string(n), cladding, {o[0], back - 0.35f, f - 0.03f},
                {o[1], back, sill});
        h.add("north wall above window " + std::to_string(n), cladding,
              wallToRoof(o[0], o[1], back - 0.35f, back, head));
        h.add("north window frame " + std::to_string(n), frame,
              joined({box({o[0], back - 0.14f, sill}, {o[1], back - 0.06f, sill + 0.06f}),
                      box({o[0], back - 0.14f, head - 0.06f}, {o[1], back - 0.06f, head}),
                      box({o[0], back - 0.14f, sill}, {o[0] + 0.06f, back - 0.06f, head}),
                      box({o[1] - 0.06f, back - 0.14f, sill}, {o[1], back - 0.06f, head})}));
        h.block("north window pane " + std::to_string(n), glass, {o[0] + 0.06f, back - 0.105f, sill + 0.06f},
                {o[1] - 0.06f, back - 0.095f, head - 0.06f});
        x = o[1];
        ++n;
    }
    h.add("north wall pier " + std::to_string(n), cladding, wallToRoof(x, right - 0.3f, back - 0.35f, back, f - 0.03f));

    // Timber end to the east.
    h.add("timber wall east", cladding, wallToRoof(right - 0.3f, right, front, back, f - 0.03f));
    h.add("timber wall south", cladding, wallToRoof(4.9f, right - 0.3f, front, front + 0.28f, f - 0.03f));
    h.add("timber corner post", frame,
          wallToRoof(right - 0.02f, right + 0.03f, front - 0.03f, front + 0.1f, f - 0.03f));

    // The glazed front: x -4.1 .. 4.9 in bays, mullions to the roof, a transom at door height.
    const float g0 = -4.1f, g1 = 4.9f, door = f + 2.1f;
    const int bays = 8;
    const float bay = (g1 - g0) / bays;
    const float gy = front + 0.12f;
    for (int i = 0; i <= bays; ++i) {
        const float mx = g0 + bay * static_cast<float>(i);
        h.add("mullion " + std::to_string(i + 1), frame,
              wallToRoof(mx - 0.035f, mx + 0.035f, gy - 0.08f, gy + 0.08f, f - 0.02f));
    }
    h.block("glazing sill", frame, {g0, gy - 0.09f, f - 0.02f}, {g1, gy + 0.07f, f + 0.05f});
    h.block("transom", frame, {g0, gy - 0.06f, door}, {g1, gy + 0.06f, door + 0.09f});
    h.add("glazing head", frame, sloped(g0, g1, gy - 0.07f, gy + 0.07f, -0.12f, 0));
    for (int i = 0; i < bays; ++i) {
        const float a = g0 + bay * static_cast<float>(i) + 0.035f, b = a + bay - 0.07f;
        const bool leaf = i == 3 || i == 4; // the doors
        const float ly = leaf ? gy - 0.02f : gy;
        h.block((leaf ? "door pane " : "pane ") + std::to_string(i + 1), glass,
                {a + (leaf ? 0.1f : 0), ly - 0.006f, f + (leaf ? 0.25f : 0.05f)},
                {b - (leaf ? 0.1f : 0), ly + 0.006f, door - (leaf ? 0.1f : 0)});
        Mesh top = wallToRoof(a, b, gy - 0.006f, gy + 0.006f, door + 0.09f);
        h.add("upper pane " + std::to_string(i + 1), glass, std::move(top));
        if (leaf) {
            h.add("door leaf " + std::to_string(i - 2), frame,
                  joined({box({a, ly - 0.03f, f + 0.02f}, {a + 0.1f, ly + 0.03f, door}),
                          box({b - 0.1f, ly - 0.03f, f + 0.02f}, {b, ly + 0.03f, door}),
                          box({a + 0.1f, ly - 0.03f, f + 0.02f}, {b - 0.1f, ly + 0.03f, f + 0.25f}),
                          box({a + 0.1f, ly - 0.03f, door - 0.1f}, {b - 0.1f, ly + 0.03f, door})}));
            const float hx = i == 3 ? b - 0.05f : a + 0.05f;
            h.add("door handle " + std::to_string(i - 2), steel,
                  cylinder({hx, ly - 0.08f, f + 0.95f}, {hx, ly - 0.08f, f + 1.3f}, 0.012f, 12));
        }
    }

    // Roof: deck, seams by material, boarded soffit, edge, gutter and pipes.
    const float ry0 = -5.75f, ry1 = 4.45f, rx0 = -9.9f, rx1 = 9.9f;
    h.add("soffit", soffit, sloped(rx0 + 0.02f, rx1 - 0.02f, ry0 + 0.02f, ry1 - 0.02f, 0.0f, 0.03f));
    h.add("roof deck", roof, sloped(rx0, rx1, ry0, ry1, 0.17f, 0.21f));
    h.add("roof edge south", trim, sloped(rx0 - 0.02f, rx1 + 0.02f, ry0 - 0.02f, ry0 + 0.02f, -0.03f, 0.24f));
    h.add("roof edge north", trim, sloped(rx0 - 0.02f, rx1 + 0.02f, ry1 - 0.02f, ry1 + 0.02f, 0.0f, 0.2f));
    h.add("roof edge west", trim, sloped(rx0 - 0.02f, rx0 + 0.02f, ry0, ry1, -0.03f, 0.24f));
    h.add("roof edge east", trim, sloped(rx1 - 0.02f, rx1 + 0.02f, ry0, ry1, -0.03f, 0.24f));
    for (int i = 0; i < 21; ++i) {
        const float sx = rx0 + 0.45f + 0.95f * static_cast<float>(i);
        h.add("roof seam " + std::to_string(i + 1), roof,
              sloped(sx - 0.012f, sx + 0.012f, ry0 + 0.03f, ry1 - 0.03f, 0.21f, 0.245f));
    }
    const float gutterZ = roofUnder(ry1) + 0.02f;
    h.add("gutter", trim, gutter(rx0, rx1, {ry1 + 0.09f, gutterZ}, 0.075f));
    for (int i = 0; i < 2; ++i) {
        const float px = i ? right - 0.6f : left + 0.6f;
        h.add("downpipe " + std::to_string(i + 1), trim,
              joined({cylinder({px, back + 0.06f, 0}, {px, back + 0.06f, gutterZ - 0.35f}, 0.04f, 14),
                      cylinder({px, back + 0.06f, gutterZ - 0.35f}, {px, ry1 + 0.09f, gutterZ - 0.06f}, 0.04f, 14)}));
    }
    for (int i = 0; i < 11; ++i) { // rafters, out over the terrace
        const float sx = -9.0f + 1.8f * static_cast<float>(i);
        h.add("rafter " + std::to_string(i + 1), frame,
              sloped(sx - 0.04f, sx + 0.04f, ry0 + 0.1f, front - 0.02f, -0.17f, 0.0f));
    }
    h.add("terrace beam", frame, sloped(rx0 + 0.5f, rx1 - 0.5f, -5.47f, -5.33f, -0.39f, -0.17f));
    for (int i = 0; i < 6; ++i) {
        const float px = -8.85f + 3.54f * static_cast<float>(i);
        h.add("terrace post " + std::to_string(i + 1), frame,
              box({px - 0.07f, -5.47f, f - 0.02f}, {px + 0.07f, -5.33f, roofUnder(-5.4f) - 0.36f}));
    }
    h.add("chimney", stone, box({-6.6f, 0.6f, 0}, {-5.7f, 1.5f, roofUnder(1.0f) + 1.25f}));
    h.add("chimney cap", step, box({-6.7f, 0.5f, roofUnder(1.0f) + 1.25f}, {-5.6f, 1.6f, roofUnder(1.0f) + 1.33f}));

    // Inside: lining, ceiling, partitions and what a honey house needs.
    h.add("ceiling", plaster, sloped(left + 0.5f, right - 0.3f, front + 0.3f, back - 0.35f, -0.06f, -0.01f));
    h.add("lining north", plaster,
          joined({wallToRoof(left + 0.5f, -7.2f, back - 0.38f, back - 0.36f, f),
                  wallToRoof(-5.6f, -1.6f, back - 0.38f, back - 0.36f, f),
                  wallToRoof(1.2f, 5.6f, back - 0.38f, back - 0.36f, f),
                  wallToRoof(7.4f, right - 0.3f, back - 0.38f, back - 0.36f, f)}));
    h.add("partition west", plaster, wallToRoof(-4.3f, -4.15f, front + 0.9f, 1.6f, f));
    h.add("partition east", plaster, wallToRoof(4.95f, 5.1f, front + 0.3f, 2.0f, f));
    h.add("workbench top", oak, box({1.6f, 2.5f, f + 0.86f}, {4.6f, 3.25f, f + 0.91f}));
    h.add("workbench body", oak, box({1.7f, 2.6f, f + 0.1f}, {4.5f, 3.2f, f + 0.86f}));
    h.add(
        "tasting table", oak,
        joined({box({-1.9f, -0.9f, f + 0.72f}, {1.3f, 0.1f, f + 0.765f}),
                box({-1.8f, -0.8f, f}, {-1.72f, -0.72f, f + 0.72f}), box({1.12f, -0.8f, f}, {1.2f, -0.72f, f + 0.72f}),
                box({-1.8f, -0.08f, f}, {-1.72f, 0.0f, f + 0.72f}), box({1.12f, -0.08f, f}, {1.2f, 0.0f, f + 0.72f})}));
    for (int i = 0; i < 6; ++i) {
        const float sx = -1.5f + 1.1f * static_cast<float>(i / 2), sy = i % 2 ? 0.45f : -1.25f;
        h.add("stool " + std::to_string(i + 1), oak,
              joined({cylinder({sx, sy, f + 0.42f}, {sx, sy, f + 0.46f}, 0.17f),
                      cylinder({sx - 0.1f, sy - 0.1f, f}, {sx - 0.06f, sy - 0.06f, f + 0.42f}, 0.015f, 8),
                      cylinder({sx + 0.1f, sy - 0.1f, f}, {sx + 0.06f, sy - 0.06f, f + 0.42f}, 0.015f, 8),
                      cylinder({sx, sy + 0.13f, f}, {sx, sy + 0.08f, f + 0.42f}, 0.015f, 8)}));
    }
    h.add("extractor drum", steel, cylinder({3.7f, 0.6f, f + 0.35f}, {3.7f, 0.6f, f + 1.25f}, 0.42f, 36));
    h.add("extractor stand", frame,
          joined({cylinder({3.4f, 0.4f, f}, {3.45f, 0.45f, f + 0.4f}, 0.025f, 8),
                  cylinder({4.0f, 0.4f, f}, {3.95f, 0.45f, f + 0.4f}, 0.025f, 8),
                  cylinder({3.7f, 0.95f, f}, {3.7f, 0.9f, f + 0.4f}, 0.025f, 8)}));
    for (int s = 0; s < 4; ++s) {
        const float z = f + 0.55f + 0.42f * static_cast<float>(s);
        h.block("shelf " + std::to_string(s + 1), oak, {-4.1f, 2.95f, z}, {-1.9f, 3.3f, z + 0.03f});
        Mesh jars;
        for (int i = 0; i < 11; ++i)
            if ((i * 7 + s * 3) % 9 != 0) {
                const float jx = -3.98f + 0.19f * static_cast<float>(i);
                const Mesh jar = cylinder({jx, 3.1f, z + 0.03f}, {jx, 3.1f, z + 0.16f}, 0.045f, 14);
                if (jars.empty())
                    jars = jar;
                else
                    append(jars, jar);
            }
        h.add("jars on shelf " + std::to_string(s + 1), honey, std::move(jars));
    }
    h.block("shelf side 1", oak, {-4.13f, 2.95f, f}, {-4.1f, 3.3f, f + 2.0f});
    h.block("shelf side 2", oak, {-1.9f, 2.95f, f}, {-1.87f, 3.3f, f + 2.0f});
    for (int i = 0; i < 3; ++i) {
        const float lx = -1.3f + 1.0f * static_cast<float>(i);
        h.add("pendant lamp " + std::to_string(i + 1), lampShade,
              joined({cylinder({lx, -0.4f, f + 1.85f}, {lx, -0.4f, f + 2.03f}, 0.15f, 24),
                      cylinder({lx, -0.4f, f + 2.03f}, {lx, -0.4f, roofUnder(-0.4f)}, 0.006f, 6)}));
    }
    // On the terrace.
    h.add("terrace bench", oak,
          joined({box({5.4f, -4.4f, f + 0.4f}, {7.6f, -3.98f, f + 0.45f}),
                  box({5.5f, -4.38f, f - 0.02f}, {5.58f, -4.0f, f + 0.4f}),
                  box({7.42f, -4.38f, f - 0.02f}, {7.5f, -4.0f, f + 0.4f})}));
    h.add(
        "log store", oak,
        joined({box({-8.6f, -4.2f, f - 0.02f}, {-7.6f, -3.8f, f + 0.02f}),
                box({-8.64f, -4.2f, f}, {-8.6f, -3.8f, f + 1.0f}), box({-7.6f, -4.2f, f}, {-7.56f, -3.8f, f + 1.0f})}));
    Mesh logs;
    for (int r = 0; r < 7; ++r)
        for (int c = 0; c < 7 - r % 2; ++c) {
            const float lx = -8.53f + 0.135f * (static_cast<float>(c) + 0.5f * static_cast<float>(r % 2)),
                        lz = f + 0.085f + 0.118f * static_cast<float>(r);
            const Mesh log = cylinder({lx, -4.17f + 0.01f * static_cast<float>((r * 3 + c * 5) % 4), lz},
                                      {lx, -3.84f, lz}, 0.06f, 12);
            if (logs.empty())
                logs = log;
            else
                append(logs, log);
        }
    h.add("stacked logs", oak, std::move(logs));
    return h.model();
}

Model hive() {
    Maker h("Hive");
    const int paint = h.material("white paint", fromSrgb(0.86f, 0.85f, 0.80f), 0.55f);
    const int paint2 = h.material("sage paint", fromSrgb(0.60f, 0.66f, 0.58f), 0.55f);
    const int wood = h.material("weathered wood", fromSrgb(0.47f, 0.41f, 0.34f), 0.85f);
    const int roof = h.material("galvanised sheet", fromSrgb(0.62f, 0.63f, 0.63f), 0.45f, 0.8f);
    h.add("stand", wood,
          joined({box({-0.27f, -0.22f, 0}, {-0.21f, -0.16f, 0.3f}), box({0.21f, -0.22f, 0}, {0.27f, -0.16f, 0.3f}),
                  box({-0.27f, 0.16f, 0}, {-0.21f, 0.22f, 0.3f}), box({0.21f, 0.16f, 0}, {0.27f, 0.22f, 0.3f}),
                  box({-0.3f, -0.25f, 0.3f}, {0.3f, 0.25f, 0.34f})}));
    h.block("floor board", wood, {-0.25f, -0.32f, 0.34f}, {0.25f, 0.23f, 0.37f});
    h.block("entrance", wood, {-0.12f, -0.235f, 0.37f}, {0.12f, -0.225f, 0.385f});
    h.block("brood box", paint, {-0.23f, -0.23f, 0.37f}, {0.23f, 0.23f, 0.6f});
    h.block("first super", paint2, {-0.23f, -0.23f, 0.605f}, {0.23f, 0.23f, 0.76f});
    h.block("second super", paint, {-0.23f, -0.23f, 0.765f}, {0.23f, 0.23f, 0.92f});
    h.add("hand holds", wood,
          joined({box({-0.06f, -0.236f, 0.5f}, {0.06f, -0.229f, 0.53f}),
                  box({-0.06f, -0.236f, 0.69f}, {0.06f, -0.229f, 0.715f}),
                  box({-0.06f, -0.236f, 0.85f}, {0.06f, -0.229f, 0.875f})}));
    h.block("roof", roof, {-0.25f, -0.25f, 0.92f}, {0.25f, 0.25f, 1.03f});
    return h.model();
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "usage: make_honey_house FOLDER\n");
        return 2;
    }
    const std::filesystem::path folder = argv[1];
    const Model house = honeyHouse();
    writeGlb(house, folder / "honey-house.glb");
    writeGlb(hive(), folder / "hive.glb");
    std::printf("honey house: %zu parts, %zu materials, %lld triangles\n", house.parts.size(), house.materials.size(),
                static_cast<long long>(triangleCount(house)));
}
