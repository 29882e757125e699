#include "core/planting/person.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

#include "core/base/elementary.h"
#include "core/base/noise.h"
#include "core/material/colour.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

enum Part { Skin, Hair, Top, Legs, Shoes, Extra };

// A round cone with its ends, flattened by `scale`; the body is many of them, melted together.
struct Limb {
    V3f a, b;
    float from, to; // radii
    Part part;
    V3f scale{1};
    float cutBelow = -1e9f; // z: nothing is under it
    float folds = 0;        // metres of creases in cloth
    Box3f box;              // beyond which it moves no surface; set before skinning
    float distance(const V3f& p) const {
        const V3f ab = b - a;
        const float l2 = ab.length2(), h = l2 > 0 ? std::clamp((p - a).dot(ab) / l2, 0.0f, 1.0f) : 0;
        const V3f d = p - a - ab * h;
        float out = V3f(d.x * scale.x, d.y * scale.y, d.z * scale.z).length() - lerp(from, to, h);
        if (folds > 0) out += folds * valueNoise(V3f(p.x * 16, p.y * 16, p.z * 7), 5);
        return std::max(out, cutBelow - p.z);
    }
};

struct Body {
    std::vector<Limb> limbs;
    float melt; // metres over which limbs grow together

    // Negative inside; `part` is of the nearest limb.
    float distance(const V3f& p, Part* part = nullptr) const {
        float sum = 1e9f, nearest = 1e9f;
        for (const Limb& l : limbs) {
            if (!l.box.intersects(p)) continue;
            const float d = l.distance(p);
            if (d < nearest) {
                nearest = d;
                if (part) *part = l.part;
            }
            // A polynomial smooth minimum.
            const float h = std::max(melt - std::abs(sum - d), 0.0f) / melt;
            sum = std::min(sum, d) - h * h * melt * 0.25f;
        }
        return sum;
    }
};

class Poser {
public:
    Poser(const PersonRecipe& recipe, const Growth& growth) : r_(recipe), h_(growth.height) {}

    Body run() {
        const float h = h_, head = h / r_.heads, b = r_.build * h;
        out_.melt = 0.016f * h;
        // Shares of the height, a little more trunk for children.
        const float child = std::clamp((7 - r_.heads) / 2, 0.0f, 1.0f);
        const float hip = h * lerp(0.525f, 0.475f, child), thigh = 0.245f * h * lerp(1, 0.92f, child),
                    shin = hip - thigh - 0.04f * h;
        const V3f pelvis(0, 0, hip);
        const V3f spine = swung(V3f(0, 0, 1), -r_.lean);
        const float trunk = h - head * 1.28f - hip;
        const V3f neck = pelvis + spine * trunk, chest = pelvis + spine * (0.66f * trunk),
                  waist = pelvis + spine * (0.3f * trunk);
        const float twist = radians(r_.twist);
        const V3f right(el::cos(twist), el::sin(twist), 0);
        const bool coat = r_.dress == "coat", skirt = r_.dress == "skirt", shorts = r_.dress == "shorts";

        // Trunk.
        const V3f flat(1, 1.5f, 1);
        add({pelvis, waist, 0.098f * b, 0.086f * b, coat || skirt ? Top : Legs, flat, -1e9f, 0.003f});
        add({waist, chest, 0.088f * b, 0.112f * b, Top, flat, -1e9f, 0.005f});
        add({chest, neck - spine * (0.055f * h), 0.112f * b, 0.088f * b, Top, flat, -1e9f, 0.004f});
        // Legs.
        for (int s = 0; s < 2; ++s) {
            const float x = s ? 0.052f * b : -0.052f * b;
            const V3f hipAt = pelvis + V3f(x, 0, -0.01f * h);
            const V3f d = swung(V3f(0, 0, -1), r_.hips[s]), e = swung(V3f(0, 0, -1), r_.hips[s] - r_.knees[s]);
            const V3f knee = hipAt + d * thigh, ankle = knee + e * shin;
            const float loose = shorts ? 0.075f : 0.066f;
            add({hipAt, lerp(hipAt, knee, shorts ? 0.85f : 1), loose * b, (shorts ? 0.06f : 0.045f) * b, Legs, V3f(1),
                 -1e9f, 0.004f});
            if (shorts) add({lerp(hipAt, knee, 0.8f), knee, 0.042f * b, 0.036f * b, Skin});
            const bool bare = shorts || skirt;
            add({knee, ankle, (bare ? 0.036f : 0.044f) * b, (bare ? 0.021f : 0.034f) * b, bare ? Skin : Legs, V3f(1),
                 -1e9f, bare ? 0 : 0.004f});
            // The foot stays level unless the heel is lifted.
            const V3f toe = swung(V3f(0, -1, 0), std::clamp(r_.hips[s] - r_.knees[s], -35.0f, 20.0f));
            add({ankle - toe * (0.018f * h) - V3f(0, 0, 0.02f * h), ankle + toe * (0.095f * h) - V3f(0, 0, 0.024f * h),
                 0.024f * b, 0.021f * b, Shoes, V3f(1, 1, 1.15f)});
        }
        if (skirt || coat) {
            // Cloth about both thighs, down to the hem.
            const float hem = skirt ? 0.62f : 0.8f;
            V3f lower(0);
            for (int s = 0; s < 2; ++s)
                lower += (pelvis + swung(V3f(0, 0, -1), r_.hips[s] * 0.6f) * (thigh * (skirt ? 1.05f : 0.9f))) * 0.5f;
            add({waist, lower, 0.09f * b, (skirt ? 0.15f : 0.125f) * b, skirt ? Legs : Top, V3f(1, 1.25f, 1),
                 lower.z - 0.02f * h * hem, 0.009f});
        }
        // Arms.
        std::array<V3f, 2> hands;
        for (int s = 0; s < 2; ++s) {
            const float out = s ? 1.0f : -1.0f;
            const V3f shoulder = neck - spine * (0.045f * h) + right * (out * 0.108f * b);
            const auto arm = [&](float forward) {
                const V3f d = swung(V3f(0, 0, -1), forward - r_.lean * 0.7f);
                return turned(d, V3f(0, -1, 0), radians(out * r_.side[s])).normalized();
            };
            const V3f elbow = shoulder + arm(r_.arms[s]) * (0.172f * h);
            const V3f wrist = elbow + arm(r_.arms[s] + r_.elbows[s]) * (0.145f * h);
            const V3f d = (wrist - elbow).normalized();
            hands[s] = wrist + d * (0.05f * h);
            add({shoulder, elbow, 0.045f * b, 0.034f * b, Top, V3f(1), -1e9f, 0.004f});
            const bool sleeve = coat || r_.dress == "trousers";
            add({elbow, wrist, (sleeve ? 0.034f : 0.027f) * b, (sleeve ? 0.026f : 0.019f) * b, sleeve ? Top : Skin,
                 V3f(1), -1e9f, sleeve ? 0.003f : 0});
            add({wrist + d * (0.012f * h), hands[s] + d * (0.012f * h), 0.017f * b, 0.016f * b, Skin,
                 V3f(1.35f, 1, 1)});
        }
        headAt(neck, spine, head);
        carried(hands[1]);
        settle();
        return std::move(out_);
    }

private:
    void add(const Limb& l) { out_.limbs.push_back(l); }
    // Of what hangs or points forwards: turned forwards and up (towards -y), degrees; of what stands: backwards.
    static V3f swung(const V3f& d, float degrees) { return turned(d, V3f(1, 0, 0), radians(-degrees)); }

    void headAt(const V3f& neck, const V3f& spine, float head) {
        const V3f up = swung(spine, -r_.nod);
        const V3f forward = turned(up, V3f(1, 0, 0), kPi / 2);
        add({neck - spine * (0.02f * h_), neck + up * (0.32f * head), 0.27f * head * r_.build, 0.25f * head, Skin});
        const V3f middle = neck + up * (0.28f * head + 0.5f * head);
        const float r = 0.5f * head;
        // Skull, jaw, nose, ears.
        add({middle + up * (0.16f * r), middle + up * (0.16f * r) - forward * (0.16f * r), 0.76f * r, 0.76f * r, Skin,
             V3f(1.06f, 1, 0.92f)});
        add({middle, middle - up * (0.62f * r) + forward * (0.16f * r), 0.6f * r, 0.34f * r, Skin, V3f(1.12f, 1, 1)});
        add({middle + forward * (0.74f * r), middle + forward * (0.86f * r) - up * (0.22f * r), 0.07f * r, 0.11f * r,
             Skin});
        for (const float s : {-1.0f, 1.0f})
            add({middle + V3f(s * 0.74f * r, 0, 0), middle + V3f(s * 0.76f * r, 0, 0) - up * (0.2f * r), 0.1f * r,
                 0.08f * r, Skin});
        const V3f crown = middle + up * (0.26f * r) - forward * (0.1f * r);
        if (r_.hair != "bald") {
            add({crown, crown - forward * (0.2f * r), 0.76f * r, 0.8f * r, Hair, V3f(1.02f, 1, 0.92f)});
            add({crown - forward * (0.25f * r), middle - forward * (0.42f * r) - up * (0.25f * r), 0.62f * r, 0.5f * r,
                 Hair});
            if (r_.hair == "long")
                add({middle - forward * (0.4f * r), middle - forward * (0.5f * r) - up * (1.35f * r), 0.58f * r,
                     0.36f * r, Hair, V3f(1, 1.3f, 1), -1e9f, 0.006f});
            if (r_.hair == "bun")
                add({crown - forward * (0.95f * r), crown - forward * (1.0f * r), 0.32f * r, 0.32f * r, Hair});
        }
        if (r_.hat == "brim" || r_.hat == "veil") {
            const V3f at = middle + up * (0.62f * r);
            add({at, at, 1.55f * r, 1.55f * r, Extra, V3f(1, 1, 16)});
            add({at + up * (0.1f * r), at + up * (0.45f * r), 0.8f * r, 0.7f * r, Extra});
            if (r_.hat == "veil")
                add({at, neck - spine * (0.03f * h_), 1.15f * r, 1.05f * r, Extra, V3f(1), neck.z - 0.05f * h_,
                     0.006f});
        } else if (r_.hat == "cap") {
            const V3f at = middle + up * (0.4f * r);
            add({at, at + up * (0.1f * r), 0.86f * r, 0.8f * r, Extra, V3f(1, 1, 1.05f)});
            add({at + forward * (0.6f * r), at + forward * (1.15f * r) - up * (0.12f * r), 0.4f * r, 0.34f * r, Extra,
                 V3f(1, 1, 6)});
        }
    }

    void carried(const V3f& hand) {
        const float h = h_;
        if (r_.carries == "bag") {
            const V3f low = hand - V3f(0, 0, 0.2f * h);
            add({hand - V3f(0, 0, 0.03f), low + V3f(0, 0, 0.1f * h), 0.008f * h, 0.008f * h, Extra});
            add({low + V3f(0, 0.05f * h, 0.03f * h), low + V3f(0, -0.05f * h, 0.03f * h), 0.075f * h, 0.075f * h, Extra,
                 V3f(2.2f, 1, 1)});
        } else if (r_.carries == "stick" || r_.carries == "spade") {
            const V3f low(hand.x, hand.y - 0.05f * h, 0);
            add({hand + V3f(0, 0, r_.carries == "spade" ? 0.2f * h : 0.03f * h), low, 0.0095f * h, 0.0085f * h, Extra});
            if (r_.carries == "spade")
                add({low + V3f(0, 0, 0.16f * h), low + V3f(0, 0, 0.03f * h), 0.06f * h, 0.055f * h, Extra,
                     V3f(1, 5, 1)});
        } else if (r_.carries == "book") {
            const V3f at = hand + V3f(-0.05f * h, -0.03f * h, 0.02f * h);
            add({at, at + V3f(-0.05f * h, 0, 0), 0.065f * h, 0.065f * h, Extra, V3f(1, 1.2f, 6)});
        } else if (r_.carries == "basket") {
            const V3f low = hand - V3f(0, 0, 0.16f * h);
            add({hand, low + V3f(0, 0, 0.06f * h), 0.008f * h, 0.008f * h, Extra});
            add({low + V3f(0, 0, 0.03f * h), low, 0.09f * h, 0.07f * h, Extra, V3f(1, 0.8f, 1.2f), -1e9f, 0.004f});
        }
    }

    // On the ground, or on its seat with the feet on the ground.
    void settle() {
        float low = 1e9f;
        for (const Limb& l : out_.limbs)
            if (l.part == Shoes) low = std::min(low, std::min(l.a.z - l.from / l.scale.z, l.b.z - l.to / l.scale.z));
        const float lift = r_.seat > 0 ? r_.seat + 0.085f * h_ * r_.build - 0.525f * h_ : -low;
        for (Limb& l : out_.limbs) {
            l.a.z += lift;
            l.b.z += lift;
            l.cutBelow += lift;
        }
    }

    const PersonRecipe& r_;
    float h_;
    Body out_;
};

// The surface by naive surface nets (S. Gibson, "Constrained Elastic Surface Nets", 1998, without the relaxation).
struct Net {
    V3i n{0};
    std::vector<float> field; // distance at the corners of cells, x first
    std::vector<int> vertex;  // of the cell that begins there; -1: none
    std::vector<V3f> points;
    size_t at(int x, int y, int z) const { return (static_cast<size_t>(z) * n.y + y) * n.x + x; }
};

Net netOf(Body& body, float cell) {
    Box3f box;
    for (Limb& l : body.limbs) {
        l.box = Box3f();
        for (const auto& [p, r] : {std::pair(l.a, l.from), std::pair(l.b, l.to)}) {
            const V3f reach = V3f(r / l.scale.x, r / l.scale.y, r / l.scale.z) + V3f(l.folds);
            l.box.extendBy(p - reach);
            l.box.extendBy(p + reach);
        }
        box.extendBy(l.box);
        const V3f margin(body.melt + 2.5f * cell);
        l.box.min -= margin;
        l.box.max += margin;
    }
    const V3f low = box.min - V3f(2.5f * cell);
    Net net;
    const V3i n = net.n =
        V3i(static_cast<int>((box.max.x - low.x) / cell) + 4, static_cast<int>((box.max.y - low.y) / cell) + 4,
            static_cast<int>((box.max.z - low.z) / cell) + 4);
    const auto at = [&](int x, int y, int z) { return net.at(x, y, z); };
    std::vector<float>& field = net.field;
    field.resize(static_cast<size_t>(n.x) * n.y * n.z);
    for (int z = 0; z < n.z; ++z)
        for (int y = 0; y < n.y; ++y)
            for (int x = 0; x < n.x; ++x) field[at(x, y, z)] = body.distance(low + V3f(V3i(x, y, z)) * cell);
    net.vertex.assign(field.size(), -1);
    constexpr int kCorners[8][3] = {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {1, 1, 0},
                                    {0, 0, 1}, {1, 0, 1}, {0, 1, 1}, {1, 1, 1}};
    constexpr int kEdges[12][2] = {{0, 1}, {2, 3}, {4, 5}, {6, 7}, {0, 2}, {1, 3},
                                   {4, 6}, {5, 7}, {0, 4}, {1, 5}, {2, 6}, {3, 7}};
    for (int z = 0; z + 1 < n.z; ++z)
        for (int y = 0; y + 1 < n.y; ++y)
            for (int x = 0; x + 1 < n.x; ++x) {
                float v[8];
                int inside = 0;
                for (int k = 0; k < 8; ++k) {
                    v[k] = field[at(x + kCorners[k][0], y + kCorners[k][1], z + kCorners[k][2])];
                    inside += v[k] < 0;
                }
                if (inside == 0 || inside == 8) continue;
                V3f sum(0);
                int crossed = 0;
                for (const auto& e : kEdges) {
                    if ((v[e[0]] < 0) == (v[e[1]] < 0)) continue;
                    const float t = v[e[0]] / (v[e[0]] - v[e[1]]);
                    const V3f a(kCorners[e[0]][0], kCorners[e[0]][1], kCorners[e[0]][2]),
                        b(kCorners[e[1]][0], kCorners[e[1]][1], kCorners[e[1]][2]);
                    sum += lerp(a, b, t);
                    ++crossed;
                }
                net.vertex[at(x, y, z)] = static_cast<int>(net.points.size());
                net.points.push_back(low + (V3f(V3i(x, y, z)) + sum / static_cast<float>(crossed)) * cell);
            }
    return net;
}

// The net's faces, parted by what each covers.
class SkinBuilder {
public:
    SkinBuilder(const Body& body, const std::vector<V3f>& points, float cell)
        : body_(body), points_(points), cell_(cell), fine_(cell < kFineCell) {
        form_.parts.resize(std::size(kPersonParts));
        form_.grain = 1.5f * cell;
        for (auto& m : moved_) m.assign(points.size(), -1);
        if (fine_)
            for (const V3f& p : points) partOf_.push_back(partAt(p));
    }

    void quad(int a, int b, int c, int d, bool flip) {
        if (flip) std::swap(b, d);
        const Part part = partAt((points_[a] + points_[b] + points_[c] + points_[d]) / 4);
        const auto same = [&](int k) { return partOf_[k] == part; };
        if (fine_ && !(same(a) && same(b) && same(c) && same(d))) {
            cut(a, b, c);
            cut(a, c, d);
            return;
        }
        Mesh& m = form_.parts[part];
        const int corners[4] = {corner(part, a), corner(part, b), corner(part, c), corner(part, d)};
        m.triangles.push_back({corners[0], corners[1], corners[2]});
        m.triangles.push_back({corners[0], corners[2], corners[3]});
    }

    Form take() { return std::move(form_); }

private:
    static constexpr float kFineCell = 0.025f; // metres, of forms that are seen near by

    V3f normalAt(const V3f& p) const {
        const float e = 0.4f * cell_;
        return V3f(body_.distance(p + V3f(e, 0, 0)) - body_.distance(p - V3f(e, 0, 0)),
                   body_.distance(p + V3f(0, e, 0)) - body_.distance(p - V3f(0, e, 0)),
                   body_.distance(p + V3f(0, 0, e)) - body_.distance(p - V3f(0, 0, e)))
            .normalized();
    }

    Part partAt(const V3f& p) const {
        Part part = Top;
        body_.distance(p, &part);
        return part;
    }

    int added(Part part, const V3f& p) {
        Mesh& m = form_.parts[part];
        m.positions.push_back(p);
        m.normals.push_back(normalAt(p));
        return static_cast<int>(m.positions.size()) - 1;
    }

    int corner(Part part, int k) {
        int& to = moved_[part][k];
        if (to < 0) to = added(part, points_[k]);
        return to;
    }

    // Where the way from one part into others leaves it.
    V3f seam(Part part, V3f in, V3f out) const {
        for (int k = 0; k < 7; ++k) {
            const V3f middle = (in + out) / 2;
            (partAt(middle) == part ? in : out) = middle;
        }
        return (in + out) / 2;
    }

    // Hems and hairlines are cut along their line, not from cell to cell.
    void cut(int a, int b, int c) {
        const std::array<int, 3> t{a, b, c};
        const std::array<Part, 3> parts{partOf_[a], partOf_[b], partOf_[c]};
        for (int k = 0; k < 3; ++k) {
            const int l = (k + 1) % 3, m = (k + 2) % 3;
            if (parts[l] != parts[m] || parts[k] == parts[l]) continue; // k stands alone
            const V3f x = seam(parts[k], points_[t[k]], points_[t[l]]),
                      y = seam(parts[k], points_[t[k]], points_[t[m]]);
            Mesh &lone = form_.parts[parts[k]], &both = form_.parts[parts[l]];
            lone.triangles.push_back({corner(parts[k], t[k]), added(parts[k], x), added(parts[k], y)});
            const int bx = added(parts[l], x), by = added(parts[l], y);
            both.triangles.push_back({bx, corner(parts[l], t[l]), corner(parts[l], t[m])});
            both.triangles.push_back({bx, corner(parts[l], t[m]), by});
            return;
        }
        const Part part = partAt((points_[a] + points_[b] + points_[c]) / 3);
        form_.parts[part].triangles.push_back({corner(part, a), corner(part, b), corner(part, c)});
    }

    const Body& body_;
    const std::vector<V3f>& points_;
    float cell_;
    bool fine_;
    Form form_;
    std::array<std::vector<int>, std::size(kPersonParts)> moved_; // a point's number in each part; -1: not there
    std::vector<Part> partOf_;                                    // of each point, where it is fine
};

Form skinned(Body body, float cell) {
    const Net net = netOf(body, cell);
    SkinBuilder skin(body, net.points, cell);
    for (int z = 1; z + 1 < net.n.z; ++z)
        for (int y = 1; y + 1 < net.n.y; ++y)
            for (int x = 1; x + 1 < net.n.x; ++x) {
                const bool in = net.field[net.at(x, y, z)] < 0;
                if (in != (net.field[net.at(x + 1, y, z)] < 0))
                    skin.quad(net.vertex[net.at(x, y - 1, z - 1)], net.vertex[net.at(x, y, z - 1)],
                              net.vertex[net.at(x, y, z)], net.vertex[net.at(x, y - 1, z)], !in);
                if (in != (net.field[net.at(x, y + 1, z)] < 0))
                    skin.quad(net.vertex[net.at(x - 1, y, z - 1)], net.vertex[net.at(x - 1, y, z)],
                              net.vertex[net.at(x, y, z)], net.vertex[net.at(x, y, z - 1)], !in);
                if (in != (net.field[net.at(x, y, z + 1)] < 0))
                    skin.quad(net.vertex[net.at(x - 1, y - 1, z)], net.vertex[net.at(x, y - 1, z)],
                              net.vertex[net.at(x, y, z)], net.vertex[net.at(x - 1, y, z)], !in);
            }
    return skin.take();
}

} // namespace

Shaper growPerson(const PersonRecipe& recipe, const Growth& growth) {
    auto body = std::make_shared<const Body>(Poser(recipe, growth).run());
    return [body, size = growth.height / 1.75f](Level level, float fuller) {
        constexpr float kCell[kLevels] = {0.0095f, 0.015f, 0.036f, 0.11f}; // metres
        Body own = *body;
        for (Limb& l : own.limbs) {
            const float more = (fuller - 1) * 0.04f * std::max({l.scale.x, l.scale.y, l.scale.z});
            l.from = std::max(l.from + more, 0.002f);
            l.to = std::max(l.to + more, 0.002f);
        }
        // Coarse cells would miss sticks and brims or swell them.
        if (level == Level::Far)
            std::erase_if(own.limbs, [](const Limb& l) {
                return l.part == Extra && std::min(l.from, l.to) / std::max({l.scale.x, l.scale.y, l.scale.z}) < 0.03f;
            });
        return skinned(own, size * kCell[static_cast<size_t>(level)]);
    };
}

Model scaleFigure() {
    PersonRecipe recipe;
    recipe.arms = V2f(6, -3);
    recipe.elbows = V2f(14, 18);
    recipe.hips = V2f(4, -2);
    const Form form = growPerson(recipe, {1.7f, 1, 1})(Level::Near, 1);
    Model m;
    m.name = "Figure 1.75 m";
    m.materials = {{.name = "skin", .baseColor = fromSrgb(0.72f, 0.54f, 0.44f), .roughness = 0.6f},
                   {.name = "hair", .baseColor = fromSrgb(0.22f, 0.17f, 0.13f), .roughness = 0.8f},
                   {.name = "jacket", .baseColor = fromSrgb(0.42f, 0.44f, 0.40f), .roughness = 0.9f},
                   {.name = "trousers", .baseColor = fromSrgb(0.24f, 0.26f, 0.30f), .roughness = 0.9f},
                   {.name = "shoes", .baseColor = fromSrgb(0.16f, 0.14f, 0.13f), .roughness = 0.6f}};
    float top = 0;
    for (const Mesh& mesh : form.parts)
        for (const V3f& p : mesh.positions) top = std::max(top, p.z);
    for (size_t k = 0; k < m.materials.size(); ++k) {
        Mesh mesh = form.parts[k];
        for (V3f& p : mesh.positions) p *= 1.75f / top;
        m.parts.push_back(partOf(m.materials[k].name, static_cast<int>(k), std::move(mesh)));
    }
    tidy(m);
    return m;
}

} // namespace thallos
