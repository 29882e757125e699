// Makes the demo's buildings: the honey house and a hive. Usage: make_honey_house FOLDER
#include <algorithm>
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
    // What is added from now on belongs to it.
    void group(const std::string& name) {
        model_.groups.push_back({name, -1});
        group_ = static_cast<int>(model_.groups.size()) - 1;
    }
    void add(const std::string& name, int material, Mesh mesh) {
        model_.parts.push_back(partOf(name, material, std::move(mesh), group_));
    }
    void block(const std::string& name, int material, const V3f& low, const V3f& high) {
        add(name, material, box(low, high));
    }
    const Model& model() const { return model_; }

private:
    Model model_;
    int group_ = -1;
};

// append() keeps normals only where both have them, so an empty mesh takes the other's.
void join(Mesh& all, const Mesh& more) {
    if (all.empty())
        all = more;
    else
        thallos::append(all, more);
}
Mesh joined(std::initializer_list<Mesh> meshes) {
    Mesh all;
    for (const Mesh& m : meshes) join(all, m);
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
        for (int shell = 0; shell < 2; ++shell) { // outwards, and inwards
            const int a = at(shell, 0, i), b = at(shell, 0, i + 1), c = at(shell, 1, i + 1), d = at(shell, 1, i);
            m.triangles.push_back(shell ? V3i(a, c, b) : V3i(a, b, c));
            m.triangles.push_back(shell ? V3i(a, d, c) : V3i(a, c, d));
        }
    for (int e = 0; e < 2; ++e)
        for (int i = 0; i < n; ++i) {
            const int a = at(0, e, i), b = at(1, e, i), c = at(1, e, i + 1), d = at(0, e, i + 1);
            m.triangles.push_back(e ? V3i(a, c, b) : V3i(a, b, c));
            m.triangles.push_back(e ? V3i(a, d, c) : V3i(a, c, d));
        }
    for (const int i : {0, n}) { // its rims
        const int a = at(0, 0, i), b = at(0, 1, i), c = at(1, 1, i), d = at(1, 0, i);
        m.triangles.push_back(i ? V3i(a, c, b) : V3i(a, b, c));
        m.triangles.push_back(i ? V3i(a, d, c) : V3i(a, c, d));
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
// A wall from a level foot into the roof by `into`: each sort of thing by its own, so that no two end in one plane.
Mesh wallToRoof(float x0, float x1, float y0, float y1, float foot, float into = 0.012f) {
    Mesh m = box({x0, y0, 0}, {x1, y1, 1});
    for (V3f& p : m.positions) p.z = p.z > 0.5f ? roofUnder(p.y) + into : foot;
    return m;
}
// Four members round an opening, in a wall along x.
Mesh frameRound(float x0, float x1, float y0, float y1, float z0, float z1, float wide) {
    return joined({box({x0, y0, z0}, {x1, y1, z0 + wide}), box({x0, y0, z1 - wide}, {x1, y1, z1}),
                   box({x0, y0, z0 + wide}, {x0 + wide, y1, z1 - wide}),
                   box({x1 - wide, y0, z0 + wide}, {x1, y1, z1 - wide})});
}

constexpr float kBase = 0.25f;          // hidden foundation below the pad
constexpr float kFloor = kBase + 0.51f; // three steps of 0.17
constexpr float kFront = -3.75f, kBack = 3.75f, kLeft = -9, kRight = 9;

// What the house is made of, as its model names it.
struct Materials {
    int stone, cladding, frame, deck, soffit, roof, trim, glass, plaster, floor, oak, steel, honey, step, lampShade,
        iron;
    explicit Materials(Maker& h)
        : stone(h.material("rubble stone", fromSrgb(0.60f, 0.56f, 0.50f), 0.9f)),
          cladding(h.material("larch cladding", fromSrgb(0.66f, 0.50f, 0.35f), 0.72f)),
          frame(h.material("dark oak frame", fromSrgb(0.27f, 0.20f, 0.15f), 0.55f)),
          deck(h.material("terrace deck", fromSrgb(0.60f, 0.52f, 0.43f), 0.8f)),
          soffit(h.material("soffit boards", fromSrgb(0.70f, 0.54f, 0.37f), 0.65f)),
          roof(h.material("standing seam zinc", fromSrgb(0.34f, 0.36f, 0.37f), 0.42f, 0.6f)),
          trim(h.material("dark metal trim", fromSrgb(0.17f, 0.18f, 0.18f), 0.45f, 0.7f)),
          glass(h.material("clear glass", Rgb(0.96f, 0.98f, 0.97f), 0.02f, 0, 1)),
          plaster(h.material("lime plaster", fromSrgb(0.87f, 0.84f, 0.78f), 0.95f)),
          floor(h.material("floor tiles", fromSrgb(0.52f, 0.45f, 0.38f), 0.5f)),
          oak(h.material("oak furniture", fromSrgb(0.63f, 0.48f, 0.32f), 0.5f)),
          steel(h.material("brushed steel", fromSrgb(0.72f, 0.72f, 0.71f), 0.32f, 1)),
          honey(h.material("honey jars", fromSrgb(0.82f, 0.50f, 0.12f), 0.15f)),
          step(h.material("sawn stone", fromSrgb(0.66f, 0.63f, 0.57f), 0.8f)),
          lampShade(h.material("lamp shade", fromSrgb(0.86f, 0.80f, 0.66f), 0.7f)),
          iron(h.material("stove iron", fromSrgb(0.13f, 0.13f, 0.13f), 0.5f, 0.3f)) {}
};

// Upright boards with open joints before a wall along x (`out` -1: to the south) or along y.
Mesh boards(bool alongX, float from, float to, float face, float out, float foot) {
    constexpr float kWide = 0.12f, kJoint = 0.008f, kThick = 0.022f;
    Mesh all;
    const int n = std::max(1, static_cast<int>((to - from + kJoint) / (kWide + kJoint)));
    const float pitch = (to - from + kJoint) / static_cast<float>(n);
    for (int i = 0; i < n; ++i) {
        const float a = from + pitch * static_cast<float>(i), b = a + pitch - kJoint;
        const float c = std::min(face, face + out * kThick), d = std::max(face, face + out * kThick);
        join(all, alongX ? wallToRoof(a, b, c, d, foot, 0.006f) : wallToRoof(c, d, a, b, foot, 0.006f));
    }
    return all;
}

void terrace(Maker& h, const Materials& m) {
    h.group("Terrace");
    const float f = kFloor;
    h.block("terrace retaining edge", m.stone, {kLeft, -6.9f, 0}, {kRight, kFront - 0.005f, f - 0.16f});
    Mesh joists;
    for (int i = 0; i < 31; ++i) {
        const float x = kLeft + 0.02f + 0.5973f * static_cast<float>(i);
        join(joists, box({x, -6.9f, f - 0.16f}, {x + 0.04f, kFront - 0.02f, f - 0.05f}));
    }
    h.add("terrace joists", m.frame, std::move(joists));
    // Boards with joints of 6 mm, two lengths of each.
    constexpr int kRows = 22;
    const float wide = (6.94f + kFront - 0.01f) / kRows;
    for (int i = 0; i < kRows; ++i) {
        const float y = -6.94f + wide * static_cast<float>(i), split = i % 2 ? -1.8f : 1.8f;
        h.block("deck board " + std::to_string(2 * i + 1), m.deck, {kLeft - 0.04f, y, f - 0.05f},
                {split - 0.002f, y + wide - 0.006f, f - 0.02f});
        h.block("deck board " + std::to_string(2 * i + 2), m.deck, {split + 0.002f, y, f - 0.05f},
                {kRight + 0.04f, y + wide - 0.006f, f - 0.02f});
    }
    h.block("deck edge", m.deck, {kLeft - 0.04f, -6.965f, f - 0.19f}, {kRight + 0.04f, -6.943f, f - 0.022f});
    for (int i = 0; i < 2; ++i) {
        const float z = kBase + 0.17f * static_cast<float>(2 - i), y = -6.97f - 0.36f * static_cast<float>(i);
        h.block("step " + std::to_string(i + 1), m.step, {-1.6f, y - 0.36f, 0.01f * static_cast<float>(i)},
                {1.6f, y, z});
    }
    h.block("landing slab", m.step, {-1.8f, -8.4f, 0.02f}, {1.8f, -7.68f, kBase + 0.012f});
    // Handrails at both ends: posts, a rail of oak, four wires.
    for (const float side : {-1.0f, 1.0f}) {
        const std::string where = side < 0 ? " west" : " east";
        const float x = side * 8.9f;
        for (int i = 0; i < 3; ++i)
            h.add("handrail post" + where + " " + std::to_string(i + 1), m.steel,
                  cylinder({x, -6.8f + 1.05f * static_cast<float>(i), f - 0.02f},
                           {x, -6.8f + 1.05f * static_cast<float>(i), f + 0.93f}, 0.018f, 12));
        h.block("handrail" + where, m.oak, {x - 0.035f, -6.9f, f + 0.93f}, {x + 0.035f, -4.6f, f + 0.97f});
        Mesh wires;
        for (int i = 0; i < 4; ++i)
            join(wires, cylinder({x, -6.8f, f + 0.18f + 0.18f * static_cast<float>(i)},
                                 {x, -4.7f, f + 0.18f + 0.18f * static_cast<float>(i)}, 0.003f, 6));
        h.add("handrail wires" + where, m.steel, std::move(wires));
    }
    h.add("terrace bench", m.oak,
          joined({box({5.4f, -4.4f, f + 0.4f}, {7.6f, -3.98f, f + 0.45f}),
                  box({5.5f, -4.38f, f - 0.02f}, {5.58f, -4.0f, f + 0.4f}),
                  box({7.42f, -4.38f, f - 0.02f}, {7.5f, -4.0f, f + 0.4f})}));
    Mesh top;
    for (int i = 0; i < 6; ++i) {
        const float y = -6.25f + 0.145f * static_cast<float>(i);
        join(top, box({4.4f, y, f + 0.70f}, {6.5f, y + 0.137f, f + 0.735f}));
    }
    h.add("terrace table top", m.oak, std::move(top));
    h.add("terrace table legs", m.oak,
          joined({box({4.7f, -6.2f, f - 0.02f}, {4.78f, -6.12f, f + 0.7f}),
                  box({4.7f, -5.5f, f - 0.02f}, {4.78f, -5.42f, f + 0.7f}),
                  box({6.12f, -6.2f, f - 0.02f}, {6.2f, -6.12f, f + 0.7f}),
                  box({6.12f, -5.5f, f - 0.02f}, {6.2f, -5.42f, f + 0.7f}),
                  box({4.78f, -6.19f, f + 0.6f}, {6.12f, -6.13f, f + 0.69f}),
                  box({4.78f, -5.49f, f + 0.6f}, {6.12f, -5.43f, f + 0.69f})}));
    h.add(
        "log store", m.oak,
        joined({box({-8.6f, -4.2f, f - 0.015f}, {-7.6f, -3.8f, f + 0.02f}),
                box({-8.64f, -4.2f, f}, {-8.6f, -3.8f, f + 1.0f}), box({-7.6f, -4.2f, f}, {-7.56f, -3.8f, f + 1.0f})}));
    Mesh logs;
    for (int r = 0; r < 7; ++r)
        for (int c = 0; c < 7 - r % 2; ++c) {
            const float lx = -8.53f + 0.135f * (static_cast<float>(c) + 0.5f * static_cast<float>(r % 2)),
                        lz = f + 0.085f + 0.118f * static_cast<float>(r);
            join(logs, cylinder({lx, -4.17f + 0.01f * static_cast<float>((r * 3 + c * 5) % 4), lz}, {lx, -3.84f, lz},
                                0.06f, 12));
        }
    h.add("stacked logs", m.oak, std::move(logs));
}

void walls(Maker& h, const Materials& m) {
    h.group("Walls");
    const float f = kFloor, foot = f - 0.03f;
    h.block("plinth", m.stone, {kLeft, kFront, 0}, {kRight, kBack, foot});
    // Stone end to the west: real walls, 0.5 m thick, with a window in its south face.
    h.add("stone wall west", m.stone, wallToRoof(kLeft, kLeft + 0.5f, kFront, kBack, foot));
    const float w0 = -7.3f, w1 = -6.3f, low = f + 1.0f, high = f + 2.05f, back = kFront + 0.5f;
    h.add("stone wall south left", m.stone, wallToRoof(kLeft + 0.5f, w0, kFront, back, foot));
    h.add("stone wall south right", m.stone, wallToRoof(w1, -4.6f, kFront, back, foot));
    h.block("stone wall under window", m.stone, {w0, kFront, foot}, {w1, back, low});
    h.add("stone wall over window", m.stone, wallToRoof(w0, w1, kFront, back, high + 0.18f));
    h.block("stone lintel", m.step, {w0 - 0.15f, kFront - 0.012f, high}, {w1 + 0.15f, back - 0.01f, high + 0.18f});
    h.block("stone window sill", m.step, {w0 - 0.04f, kFront - 0.06f, low}, {w1 + 0.04f, kFront + 0.2f, low + 0.06f});
    h.add("stone window frame", m.frame, frameRound(w0, w1, kFront + 0.2f, kFront + 0.27f, low, high, 0.07f));
    h.block("stone window pane", m.glass, {w0 + 0.07f, kFront + 0.232f, low + 0.07f},
            {w1 - 0.07f, kFront + 0.24f, high - 0.07f});
    h.add("stone pier", m.stone, wallToRoof(-4.6f, -4.1f, kFront, kFront + 0.9f, foot));

    // North wall with three windows, 0.35 m thick behind boards with open joints.
    const float sill = f + 0.75f, head = f + 1.45f, n0 = kBack - 0.35f;
    const float openings[][2] = {{-7.2f, -5.6f}, {-1.6f, 1.2f}, {5.6f, 7.4f}};
    float x = kLeft + 0.5f;
    int n = 1;
    for (const auto& o : openings) {
        const std::string number = std::to_string(n++);
        h.add("north wall pier " + number, m.frame, wallToRoof(x, o[0], n0, kBack, foot));
        h.add("north boards " + number, m.cladding, boards(true, x, o[0], kBack + 0.025f, 1, foot - 0.02f));
        h.block("north wall under window " + number, m.cladding, {o[0], n0, foot}, {o[1], kBack + 0.047f, sill});
        h.add("north wall over window " + number, m.cladding, wallToRoof(o[0], o[1], n0, kBack + 0.047f, head));
        h.add("north window frame " + number, m.frame,
              frameRound(o[0], o[1], kBack - 0.14f, kBack - 0.06f, sill, head, 0.06f));
        h.block("north window pane " + number, m.glass, {o[0] + 0.06f, kBack - 0.105f, sill + 0.06f},
                {o[1] - 0.06f, kBack - 0.095f, head - 0.06f});
        h.block("north window sill " + number, m.trim, {o[0] - 0.02f, kBack - 0.06f, sill},
                {o[1] + 0.02f, kBack + 0.09f, sill + 0.012f});
        h.add("north reveal " + number, m.oak,
              joined({box({o[0], n0, sill + 0.001f}, {o[0] + 0.018f, kBack - 0.14f, head - 0.018f}),
                      box({o[1] - 0.018f, n0, sill + 0.001f}, {o[1], kBack - 0.14f, head - 0.018f}),
                      box({o[0], n0, head - 0.018f}, {o[1], kBack - 0.14f, head - 0.001f})}));
        x = o[1];
    }
    h.add("north wall pier 4", m.frame, wallToRoof(x, kRight - 0.3f, n0, kBack, foot));
    h.add("north boards 4", m.cladding, boards(true, x, kRight + 0.02f, kBack + 0.025f, 1, foot - 0.02f));

    // Timber end to the east.
    h.add("timber wall east", m.frame, wallToRoof(kRight - 0.3f, kRight - 0.025f, kFront, kBack, foot));
    h.add("east boards", m.cladding, boards(false, kFront + 0.11f, kBack + 0.02f, kRight, 1, foot - 0.02f));
    h.add("timber wall south", m.frame, wallToRoof(4.9f, kRight - 0.3f, kFront + 0.025f, kFront + 0.28f, foot));
    h.add("south boards", m.cladding, boards(true, 4.94f, kRight - 0.03f, kFront, -1, foot));
    h.add("timber corner post", m.frame,
          wallToRoof(kRight - 0.025f, kRight + 0.035f, kFront - 0.035f, kFront + 0.1f, foot, 0.009f));
    for (int i = 0; i < 2; ++i) { // lamps beside the glazing
        const float lx = i ? 5.5f : -4.35f, ly = i ? kFront - 0.08f : kFront - 0.06f;
        h.add("wall lamp " + std::to_string(i + 1), m.trim,
              joined({cylinder({lx, ly, f + 1.85f}, {lx, ly, f + 2.05f}, 0.045f, 18),
                      box({lx - 0.02f, ly, f + 1.92f}, {lx + 0.02f, kFront - 0.001f, f + 1.98f})}));
    }
}

void glazing(Maker& h, const Materials& m) {
    h.group("Glazed front");
    const float f = kFloor;
    // x -4.1 .. 4.9 in bays, mullions to the roof, a transom at door height.
    const float g0 = -4.1f, g1 = 4.9f, door = f + 2.1f;
    const int bays = 8;
    const float bay = (g1 - g0) / bays, gy = kFront + 0.12f;
    for (int i = 0; i <= bays; ++i) {
        const float mx = std::clamp(g0 + bay * static_cast<float>(i), g0 + 0.035f, g1 - 0.035f);
        h.add("mullion " + std::to_string(i + 1), m.frame,
              wallToRoof(mx - 0.035f, mx + 0.035f, gy - 0.08f, gy + 0.08f, f - 0.022f, 0.004f));
    }
    h.block("threshold", m.step, {g0 + 3 * bay - 0.05f, gy - 0.2f, f - 0.018f},
            {g0 + 5 * bay + 0.05f, gy - 0.081f, f + 0.004f});
    for (int i = 0; i < bays; ++i) {
        const std::string number = std::to_string(i + 1);
        const float from = g0 + bay * static_cast<float>(i) + (i ? 0.035f : 0.07f),
                    to = g0 + bay * static_cast<float>(i + 1) - (i + 1 < bays ? 0.035f : 0.07f);
        const bool leaf = i == 3 || i == 4; // the doors
        const float ly = leaf ? gy - 0.02f : gy;
        if (!leaf)
            h.block("glazing sill " + number, m.frame, {from, gy - 0.09f, f - 0.02f}, {to, gy + 0.07f, f + 0.05f});
        h.block("transom " + number, m.frame, {from, gy - 0.06f, door}, {to, gy + 0.06f, door + 0.09f});
        h.add("glazing head " + number, m.frame, sloped(from, to, gy - 0.07f, gy + 0.07f, -0.12f, 0.002f));
        h.block((leaf ? "door pane " : "pane ") + number, m.glass,
                {from + (leaf ? 0.1f : 0), ly - 0.006f, f + (leaf ? 0.25f : 0.05f)},
                {to - (leaf ? 0.1f : 0), ly + 0.006f, door - (leaf ? 0.1f : 0)});
        h.add("upper pane " + number, m.glass, wallToRoof(from, to, gy - 0.006f, gy + 0.006f, door + 0.09f, -0.12f));
        if (!leaf) continue;
        const std::string side = std::to_string(i - 2);
        h.add("door leaf " + side, m.frame,
              joined({box({from, ly - 0.03f, f + 0.02f}, {from + 0.1f, ly + 0.03f, door - 0.004f}),
                      box({to - 0.1f, ly - 0.03f, f + 0.02f}, {to, ly + 0.03f, door - 0.004f}),
                      box({from + 0.1f, ly - 0.03f, f + 0.02f}, {to - 0.1f, ly + 0.03f, f + 0.25f}),
                      box({from + 0.1f, ly - 0.03f, door - 0.1f}, {to - 0.1f, ly + 0.03f, door - 0.004f})}));
        const float hx = i == 3 ? to - 0.05f : from + 0.05f;
        h.add("door handle " + side, m.steel,
              joined({cylinder({hx, ly - 0.08f, f + 0.95f}, {hx, ly - 0.08f, f + 1.3f}, 0.012f, 12),
                      cylinder({hx, ly - 0.08f, f + 1.0f}, {hx, ly - 0.03f, f + 1.0f}, 0.008f, 8),
                      cylinder({hx, ly - 0.08f, f + 1.25f}, {hx, ly - 0.03f, f + 1.25f}, 0.008f, 8)}));
        for (int k = 0; k < 3; ++k) {
            const float z = f + 0.25f + 0.8f * static_cast<float>(k), kx = i == 3 ? from - 0.01f : to + 0.01f;
            h.add("hinge " + side + std::to_string(k + 1), m.steel,
                  cylinder({kx, ly - 0.04f, z}, {kx, ly - 0.04f, z + 0.1f}, 0.008f, 10));
        }
    }
}

void roofing(Maker& h, const Materials& m) {
    h.group("Roof");
    // Deck, seams, boarded soffit, edge, gutter and pipes.
    const float f = kFloor, ry0 = -5.75f, ry1 = 4.45f, rx0 = -9.9f, rx1 = 9.9f;
    h.add("soffit", m.soffit, sloped(rx0 + 0.02f, rx1 - 0.02f, ry0 + 0.02f, ry1 - 0.02f, 0.0f, 0.03f));
    h.add("roof deck", m.roof, sloped(rx0 + 0.021f, rx1 - 0.021f, ry0 + 0.021f, ry1 - 0.021f, 0.17f, 0.21f));
    h.add("roof edge south", m.trim, sloped(rx0 - 0.02f, rx1 + 0.02f, ry0 - 0.02f, ry0 + 0.02f, -0.03f, 0.24f));
    h.add("roof edge north", m.trim, sloped(rx0 - 0.02f, rx1 + 0.02f, ry1 - 0.02f, ry1 + 0.02f, 0.001f, 0.2f));
    h.add("roof edge west", m.trim, sloped(rx0 - 0.02f, rx0 + 0.02f, ry0 + 0.02f, ry1 - 0.02f, -0.03f, 0.24f));
    h.add("roof edge east", m.trim, sloped(rx1 - 0.02f, rx1 + 0.02f, ry0 + 0.02f, ry1 - 0.02f, -0.03f, 0.24f));
    for (int i = 0; i < 21; ++i) {
        const float sx = rx0 + 0.45f + 0.95f * static_cast<float>(i);
        h.add("roof seam " + std::to_string(i + 1), m.roof,
              sloped(sx - 0.012f, sx + 0.012f, ry0 + 0.03f, ry1 - 0.03f, 0.21f, 0.245f));
    }
    for (int i = 0; i < 11; ++i) { // rafters, out over the terrace
        const float sx = -9.0f + 1.8f * static_cast<float>(i);
        h.add("rafter " + std::to_string(i + 1), m.frame,
              sloped(sx - 0.04f, sx + 0.04f, ry0 + 0.1f, kFront - 0.06f, -0.17f, 0.007f));
    }
    h.add("terrace beam", m.frame, sloped(rx0 + 0.5f, rx1 - 0.5f, -5.47f, -5.33f, -0.39f, -0.165f));
    for (int i = 0; i < 6; ++i) {
        const float px = -8.85f + 3.54f * static_cast<float>(i);
        h.add("terrace post " + std::to_string(i + 1), m.frame,
              box({px - 0.065f, -5.465f, f - 0.02f}, {px + 0.065f, -5.335f, roofUnder(-5.4f) - 0.36f}));
        h.block("post shoe " + std::to_string(i + 1), m.trim, {px - 0.08f, -5.48f, f - 0.021f},
                {px + 0.08f, -5.32f, f + 0.06f});
    }
    h.group("Rainwater");
    const float gutterZ = roofUnder(ry1) + 0.02f, gutterY = ry1 + 0.1f;
    h.add("gutter", m.trim, gutter(rx0, rx1, {gutterY, gutterZ}, 0.075f));
    for (int i = 0; i < 12; ++i) {
        const float bx = rx0 + 0.3f + 1.745f * static_cast<float>(i);
        h.block("gutter bracket " + std::to_string(i + 1), m.trim, {bx - 0.012f, ry1 + 0.018f, gutterZ - 0.085f},
                {bx + 0.012f, gutterY + 0.08f, gutterZ - 0.078f});
    }
    for (int i = 0; i < 2; ++i) {
        const std::string number = std::to_string(i + 1);
        const float px = i ? kRight - 0.6f : kLeft + 0.6f, py = kBack + 0.12f;
        h.add("downpipe " + number, m.trim,
              joined({cylinder({px, py, kBase + 0.12f}, {px, py, gutterZ - 0.35f}, 0.04f, 14),
                      cylinder({px, py, gutterZ - 0.35f}, {px, gutterY, gutterZ - 0.07f}, 0.04f, 14),
                      cylinder({px, py, kBase + 0.14f}, {px, py + 0.16f, kBase + 0.05f}, 0.041f, 14)}));
        for (int k = 0; k < 2; ++k) {
            const float z = kFloor + 0.35f + 0.9f * static_cast<float>(k);
            h.add("pipe clip " + number + std::to_string(k + 1), m.trim,
                  cylinder({px, py, z}, {px, py, z + 0.03f}, 0.046f, 14));
        }
    }
    Mesh barrel = cylinder({7.55f, kBack + 0.42f, kBase - 0.02f}, {7.55f, kBack + 0.42f, kBase + 0.95f}, 0.29f, 28);
    h.add("rain barrel", m.oak, std::move(barrel));
    for (int k = 0; k < 3; ++k) {
        const float z = kBase + 0.12f + 0.33f * static_cast<float>(k);
        h.add("barrel hoop " + std::to_string(k + 1), m.trim,
              cylinder({7.55f, kBack + 0.42f, z}, {7.55f, kBack + 0.42f, z + 0.035f}, 0.295f, 28));
    }
    h.group("Chimney");
    h.add("chimney", m.stone, box({-6.6f, 0.6f, kFloor - 0.005f}, {-5.7f, 1.5f, roofUnder(1.0f) + 1.25f}));
    h.add("chimney cap", m.step, box({-6.7f, 0.5f, roofUnder(1.0f) + 1.25f}, {-5.6f, 1.6f, roofUnder(1.0f) + 1.33f}));
}

// What a honey house needs within.
void inside(Maker& h, const Materials& m) {
    const float f = kFloor;
    h.group("Rooms");
    h.block("interior floor", m.floor, {kLeft + 0.49f, kFront + 0.29f, f - 0.029f}, {kRight - 0.29f, kBack - 0.38f, f});
    h.add("ceiling", m.plaster, sloped(kLeft + 0.51f, kRight - 0.31f, kFront + 0.3f, kBack - 0.385f, -0.06f, -0.01f));
    const float linings[][2] = {{kLeft + 0.5f, -7.2f}, {-5.6f, -1.6f}, {1.2f, 5.6f}, {7.4f, kRight - 0.3f}};
    for (int i = 0; i < 4; ++i)
        h.add("lining north " + std::to_string(i + 1), m.plaster,
              wallToRoof(linings[i][0], linings[i][1], kBack - 0.38f, kBack - 0.352f, f, -0.07f));
    h.add("partition west", m.plaster, wallToRoof(-4.3f, -4.15f, kFront + 0.91f, 1.6f, f, -0.065f));
    h.add("partition east", m.plaster, wallToRoof(4.95f, 5.1f, kFront + 0.31f, 2.0f, f, -0.065f));
    h.group("Stove");
    h.block("hearth", m.step, {-6.75f, -0.45f, f}, {-5.55f, 0.595f, f + 0.04f});
    h.add("stove", m.iron,
          joined({box({-6.42f, -0.1f, f + 0.2f}, {-5.88f, 0.38f, f + 0.95f}),
                  box({-6.46f, -0.13f, f + 0.95f}, {-5.84f, 0.41f, f + 0.98f})}));
    Mesh legs;
    for (const float lx : {-6.38f, -5.96f})
        for (const float ly : {-0.06f, 0.3f}) join(legs, box({lx, ly, f + 0.04f}, {lx + 0.04f, ly + 0.04f, f + 0.2f}));
    h.add("stove legs", m.iron, std::move(legs));
    h.block("stove door", m.iron, {-6.34f, -0.13f, f + 0.4f}, {-5.96f, -0.101f, f + 0.84f});
    h.block("stove window", m.glass, {-6.28f, -0.14f, f + 0.5f}, {-6.02f, -0.131f, f + 0.76f});
    h.add("flue", m.iron,
          joined({cylinder({-6.15f, 0.2f, f + 0.98f}, {-6.15f, 0.2f, f + 1.75f}, 0.075f, 20),
                  cylinder({-6.15f, 0.2f, f + 1.72f}, {-6.15f, 0.62f, f + 1.72f}, 0.074f, 20)}));
    h.group("Furniture");
    h.add("workbench top", m.oak, box({1.6f, 2.5f, f + 0.86f}, {4.6f, 3.25f, f + 0.91f}));
    h.add("workbench body", m.oak, box({1.7f, 2.6f, f + 0.1f}, {4.5f, 3.2f, f + 0.86f}));
    h.add(
        "tasting table", m.oak,
        joined({box({-1.9f, -0.9f, f + 0.72f}, {1.3f, 0.1f, f + 0.765f}),
                box({-1.8f, -0.8f, f}, {-1.72f, -0.72f, f + 0.72f}), box({1.12f, -0.8f, f}, {1.2f, -0.72f, f + 0.72f}),
                box({-1.8f, -0.08f, f}, {-1.72f, 0.0f, f + 0.72f}), box({1.12f, -0.08f, f}, {1.2f, 0.0f, f + 0.72f})}));
    for (int i = 0; i < 6; ++i) {
        const float sx = -1.5f + 1.1f * static_cast<float>(i / 2), sy = i % 2 ? 0.45f : -1.25f;
        h.add("stool " + std::to_string(i + 1), m.oak,
              joined({cylinder({sx, sy, f + 0.42f}, {sx, sy, f + 0.46f}, 0.17f),
                      cylinder({sx - 0.1f, sy - 0.1f, f}, {sx - 0.06f, sy - 0.06f, f + 0.42f}, 0.015f, 8),
                      cylinder({sx + 0.1f, sy - 0.1f, f}, {sx + 0.06f, sy - 0.06f, f + 0.42f}, 0.015f, 8),
                      cylinder({sx, sy + 0.13f, f}, {sx, sy + 0.08f, f + 0.42f}, 0.015f, 8)}));
    }
    h.add("extractor drum", m.steel, cylinder({3.7f, 0.6f, f + 0.35f}, {3.7f, 0.6f, f + 1.25f}, 0.42f, 36));
    h.add("extractor stand", m.frame,
          joined({cylinder({3.4f, 0.4f, f}, {3.45f, 0.45f, f + 0.4f}, 0.025f, 8),
                  cylinder({4.0f, 0.4f, f}, {3.95f, 0.45f, f + 0.4f}, 0.025f, 8),
                  cylinder({3.7f, 0.95f, f}, {3.7f, 0.9f, f + 0.4f}, 0.025f, 8)}));
    for (int s = 0; s < 4; ++s) {
        const float z = f + 0.55f + 0.42f * static_cast<float>(s);
        h.block("shelf " + std::to_string(s + 1), m.oak, {-4.1f, 2.95f, z}, {-1.9f, 3.3f, z + 0.03f});
        Mesh jars;
        for (int i = 0; i < 11; ++i)
            if ((i * 7 + s * 3) % 9 != 0) {
                const float jx = -3.98f + 0.19f * static_cast<float>(i);
                join(jars, cylinder({jx, 3.1f, z + 0.03f}, {jx, 3.1f, z + 0.16f}, 0.045f, 14));
            }
        h.add("jars on shelf " + std::to_string(s + 1), m.honey, std::move(jars));
    }
    h.block("shelf side 1", m.oak, {-4.13f, 2.95f, f}, {-4.1f, 3.3f, f + 2.0f});
    h.block("shelf side 2", m.oak, {-1.9f, 2.95f, f}, {-1.87f, 3.3f, f + 2.0f});
    for (int i = 0; i < 3; ++i) {
        const float lx = -1.3f + 1.0f * static_cast<float>(i);
        h.add("pendant lamp " + std::to_string(i + 1), m.lampShade,
              joined({cylinder({lx, -0.4f, f + 1.85f}, {lx, -0.4f, f + 2.03f}, 0.15f, 24),
                      cylinder({lx, -0.4f, f + 2.03f}, {lx, -0.4f, roofUnder(-0.4f) - 0.06f}, 0.006f, 6)}));
    }
}

Model honeyHouse() {
    Maker h("Honey house");
    const Materials m(h);
    walls(h, m);
    glazing(h, m);
    roofing(h, m);
    terrace(h, m);
    inside(h, m);
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
    h.block("entrance", wood, {-0.12f, -0.235f, 0.372f}, {0.12f, -0.225f, 0.387f});
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
