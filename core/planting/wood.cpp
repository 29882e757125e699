#include "core/planting/wood.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <unordered_map>

#include "core/base/elementary.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// The room that a crown has, about the axis of the stem.
class Crown {
public:
    Crown(const CrownRecipe& recipe, float height, const V2f& lean, Random& random)
        : recipe_(recipe), height_(height), lean_(lean) {
        for (auto& lobe : lobes_) lobe = {random.between(0, 2 * kPi), random.around(1.5f), random.around(1)};
        const float wide = recipe.width * height / 2;
        const int holes = static_cast<int>(recipe.holes * 60);
        for (int k = 0; k < holes; ++k) {
            const float a = random.between(0, 2 * kPi), h = random.between(0.1f, 0.95f);
            const V2f axis = axisAt(base() + h * (height_ - base()));
            const V2f towards(el::cos(a), el::sin(a));
            const float r = random.between(0.45f, 1) * radius(h, towards);
            holes_.push_back({V3f(axis.x + r * towards.x, axis.y + r * towards.y, base() + h * (height_ - base())),
                              random.between(0.1f, 0.24f) * wide});
        }
    }

    float base() const { return recipe_.base * height_; }
    V2f axisAt(float z) const { return lean_ * z; }
    // Of the rim at a share of the crown's height, towards a unit direction; metres.
    float radius(float h, const V2f& towards) const {
        if (h <= 0 || h >= 1) return 0;
        const bool up = h >= recipe_.widest;
        const float t = up ? (h - recipe_.widest) / std::max(1 - recipe_.widest, 1e-3f)
                           : (recipe_.widest - h) / std::max(recipe_.widest, 1e-3f);
        const float p = up ? recipe_.top : recipe_.bottom;
        const float r = el::pow(std::max(1 - el::pow(std::max(t, 1e-3f), p), 1e-4f), 1 / p);
        // Cosines of multiples of the angle, by turning on.
        float lobe = 0;
        V2f turn(1, 0);
        for (size_t k = 0; k < lobes_.size(); ++k) {
            turn = V2f(turn.x * towards.x - turn.y * towards.y, turn.x * towards.y + turn.y * towards.x);
            const float phase = lobes_[k][1] * 2 * kPi * h + lobes_[k][0];
            lobe += lobes_[k][2] * (turn.x * el::cos(phase) - turn.y * el::sin(phase)) / static_cast<float>(k + 1);
        }
        const float half = recipe_.width * height_ / 2;
        if (recipe_.square)
            return r / std::max(std::abs(towards.x) / half, std::abs(towards.y) / (half * recipe_.depth));
        return half * r * (1 + 0.45f * recipe_.lobes * lobe);
    }
    // 0 on the axis, 1 at the rim, more outside.
    float share(const V3f& p) const {
        const float h = (p.z - base()) / std::max(height_ - base(), 1e-3f);
        const V2f d = V2f(p.x, p.y) - axisAt(p.z);
        const float length = d.length(), r = radius(h, length > 0 ? d / length : V2f(1, 0));
        return r > 0 ? length / r : 1e9f;
    }
    // Free room that branches grow towards: even, but for shade and holes.
    std::vector<V3f> room(float spacing, Random& random) const {
        const float widest = recipe_.width * height_ / 2 * (1 + 0.9f * recipe_.lobes), tall = height_ - base();
        const int tries = static_cast<int>(4 * widest * widest * tall / (spacing * spacing * spacing));
        std::vector<V3f> out;
        for (int k = 0; k < tries; ++k) {
            const V2f axis = axisAt(base());
            V3f p(axis.x + random.around(widest), axis.y + random.around(widest), base() + tall * random.unit());
            const V2f shift = axisAt(p.z) - axis;
            p.x += shift.x;
            p.y += shift.y;
            const float s = share(p), chance = random.unit();
            if (s > 1 || chance > 1 - recipe_.shade * (1 - s * s)) continue;
            if (std::any_of(holes_.begin(), holes_.end(),
                            [&](const Hole& h) { return (p - h.middle).length2() < h.radius * h.radius; }))
                continue;
            out.push_back(p);
        }
        return out;
    }

private:
    struct Hole {
        V3f middle;
        float radius;
    };
    const CrownRecipe& recipe_;
    float height_;
    V2f lean_; // metres sideways a metre up
    std::array<std::array<float, 3>, 4> lobes_;
    std::vector<Hole> holes_;
};

class Growing {
public:
    Growing(const WoodRecipe& recipe, float height, int twigs, Random& random)
        : recipe_(recipe), height_(height), twigs_(twigs), random_(random),
          crown_(recipe.crown, height, leanOf(recipe.stem, random), random) {}

    Wood run() {
        const StemRecipe& s = recipe_.stem;
        const int stems = std::max(1, s.count);
        out_.stems = stems;
        for (int k = 0; k < stems; ++k) {
            V3f foot(0), direction(crown_.axisAt(1).x, crown_.axisAt(1).y, 1);
            if (stems > 1) {
                const float a = 2 * kPi * (static_cast<float>(k) + random_.unit() * 0.6f) / static_cast<float>(stems);
                const float tilt = radians(s.spread) * random_.between(0.35f, 1);
                direction = V3f(el::sin(tilt) * el::cos(a), el::sin(tilt) * el::sin(a), el::cos(tilt));
                foot = V3f(el::cos(a), el::sin(a), 0) * (s.radius * random_.between(0.8f, 2.2f));
            }
            stem(foot, direction.normalized());
        }
        const size_t stemNodes = out_.nodes.size();
        limbs(stemNodes);
        if (recipe_.shoots.perMetre > 0) shoots();
        if (recipe_.fill.spacing > 0) fill();
        smooth();
        twigs();
        fit();
        girth();
        return std::move(out_);
    }

private:
    static V2f leanOf(const StemRecipe& s, Random& random) {
        const float a = random.between(0, 2 * kPi), tilt = radians(random.around(s.lean));
        return V2f(el::cos(a), el::sin(a)) * (el::sin(tilt) / std::max(el::cos(tilt), 0.2f));
    }
    int add(const V3f& at, int parent, int order) {
        out_.nodes.push_back({at, parent, 0, static_cast<uint8_t>(order)});
        return static_cast<int>(out_.nodes.size()) - 1;
    }
    V3f wandered(const V3f& d, float degrees) {
        const V3f axis = turned(anyAcross(d), d, random_.between(0, 2 * kPi));
        return turned(d, axis, radians(random_.around(degrees)));
    }

    void stem(const V3f& foot, V3f d) {
        const StemRecipe& s = recipe_.stem;
        const float top = crown_.base() + s.leader * (height_ - crown_.base());
        const float step = std::clamp(height_ / 50, 0.05f, 0.3f);
        V3f p = foot;
        p.z = -0.12f * std::min(1.0f, height_ / 4); // rooted, on slopes too
        int at = add(p, -1, 0);
        const V3f aim = d;
        while (p.z < top - step * 0.5f) {
            d = wandered(d, s.wander * step * 3);
            d = (d + aim * (0.25f * step) + V3f(0, 0, 0.1f * step)).normalized();
            p += d * std::min(step, (top - p.z) / std::max(d.z, 0.2f));
            at = add(p, at, 0);
        }
    }

    void limbs(size_t stemNodes) {
        const LimbRecipe& l = recipe_.limbs;
        const float base = crown_.base(), tall = height_ - base;
        const int count = static_cast<int>(l.count + random_.unit() * 0.99f), whorl = std::max(1, l.whorl);
        // The stems, one after the other.
        for (size_t first = 0; first < stemNodes;) {
            size_t end = first + 1;
            while (end < stemNodes && out_.nodes[end].parent >= 0) ++end;
            float around = random_.between(0, 2 * kPi);
            const float top = out_.nodes[end - 1].at.z;
            for (int k = 0; k < count; ++k) {
                const int group = k / whorl, groups = (count + whorl - 1) / whorl;
                const float q = (static_cast<float>(group) + (whorl > 1 ? 0.5f : random_.between(0.1f, 0.9f))) /
                                static_cast<float>(groups);
                around += whorl > 1 ? 2 * kPi / static_cast<float>(whorl) + random_.around(0.25f) +
                                          (k % whorl == 0 ? 0.7f : 0)
                                    : radians(137.5f + random_.around(25));
                const float z = base + (top - base) * q + (whorl > 1 ? random_.around(0.04f * tall / groups) : 0);
                size_t from = first;
                while (from + 1 < end && out_.nodes[from + 1].at.z < z) ++from;
                const V3f up = out_.nodes[from].parent >= 0
                                   ? (out_.nodes[from].at - out_.nodes[out_.nodes[from].parent].at).normalized()
                                   : V3f(0, 0, 1);
                const float angle = lerp(l.low, l.high, (z - base) / std::max(tall, 1e-3f)) + random_.around(l.spread);
                const V3f axis = turned(anyAcross(up), up, around);
                limb(static_cast<int>(from), turned(up, axis, radians(angle)));
            }
            first = end;
        }
    }

    void limb(int from, V3f d) {
        const LimbRecipe& l = recipe_.limbs;
        const float step = std::clamp(height_ / 60, 0.04f, 0.25f);
        const float whole = std::max(recipe_.crown.width * height_ / 2, step);
        const float reach = l.reach * (1 + random_.around(0.15f));
        V3f p = out_.nodes[from].at;
        int at = from;
        for (float gone = 0; gone < 2 * whole; gone += step) {
            const V3f across = d.cross(V3f(0, 0, 1));
            if (across.length2() > 1e-6f) d = turned(d, across.normalized(), radians(l.curve) * step / whole);
            d = wandered(d, l.wander * step * 3);
            d.normalize();
            p += d * step;
            if (p.z < 0.1f || (gone > step && crown_.share(p) > reach)) break;
            at = add(p, at, 1);
        }
    }

    void shoots() {
        const ShootRecipe& s = recipe_.shoots;
        const std::vector<WoodNode> before = out_.nodes;
        // How far it is to the end of each limb.
        std::vector<float> left(before.size(), 0);
        for (size_t i = before.size(); i-- > 0;)
            if (before[i].parent >= 0)
                left[before[i].parent] =
                    std::max(left[before[i].parent], left[i] + (before[i].at - before[before[i].parent].at).length());
        float owed = 0, side = 1;
        for (size_t i = 0; i < before.size(); ++i) {
            if (before[i].order != 1) continue;
            const V3f along = before[i].at - before[before[i].parent].at;
            owed += along.length() * s.perMetre;
            const V3f d = along.normalized();
            for (; owed >= 1; owed -= 1) {
                side = -side;
                V3f out = d.cross(V3f(0, 0, 1));
                if (out.length2() < 1e-4f) out = anyAcross(d);
                out = out.normalized() * side;
                out = turned(out, d, random_.around((1 - s.flat) * kPi));
                const float angle = radians(s.angle + random_.around(s.spread));
                V3f dir = (d * el::cos(angle) + out * el::sin(angle)).normalized();
                const float length = std::max(left[i], 0.15f * height_ * 0.1f) * s.length * (1 + random_.around(0.25f));
                if (length < 0.05f) continue;
                const int segments = std::clamp(static_cast<int>(length / 0.12f), 1, 8);
                const float step = length / static_cast<float>(segments);
                V3f p = before[i].at;
                int at = static_cast<int>(i);
                for (int k = 0; k < segments; ++k) {
                    dir = lerp(dir, V3f(0, 0, -1), s.droop / static_cast<float>(segments)).normalized();
                    dir = wandered(dir, 6);
                    p += dir * step;
                    at = add(p, at, 2);
                }
            }
        }
    }

    // Nodes near each point of free room are pulled towards it, all steps alike, until it is reached.
    void fill() {
        const FillRecipe& f = recipe_.fill;
        const float step = 0.45f * f.spacing, influence = 5 * f.spacing, kill = 1.1f * f.spacing;
        std::vector<V3f> room = crown_.room(f.spacing, random_);
        const auto cellOf = [&](const V3f& p) {
            const auto c = [&](float v) {
                return static_cast<uint64_t>(static_cast<int64_t>(std::floor(v / influence)) + 4096);
            };
            return c(p.x) << 32 | c(p.y) << 16 | c(p.z);
        };
        std::unordered_map<uint64_t, std::vector<int>> cells;
        for (size_t i = 0; i < room.size(); ++i) cells[cellOf(room[i])].push_back(static_cast<int>(i));
        std::vector<int> nearest(room.size(), -1);
        std::vector<float> away(room.size(), influence * influence);
        std::vector<char> reached(room.size(), 0);
        const auto see = [&](int node) {
            const V3f& at = out_.nodes[node].at;
            for (int dz = -1; dz <= 1; ++dz)
                for (int dy = -1; dy <= 1; ++dy)
                    for (int dx = -1; dx <= 1; ++dx) {
                        const auto it = cells.find(cellOf(at + V3f(V3i(dx, dy, dz)) * influence));
                        if (it == cells.end()) continue;
                        for (const int i : it->second) {
                            if (reached[i]) continue;
                            const float d = (room[i] - at).length2();
                            if (d < away[i]) {
                                away[i] = d;
                                nearest[i] = node;
                            }
                            if (d < kill * kill) reached[i] = 1;
                        }
                    }
        };
        const size_t old = out_.nodes.size();
        for (size_t i = 0; i < old; ++i)
            if (out_.nodes[i].at.z > 0.6f * crown_.base()) see(static_cast<int>(i));
        std::vector<V3f> pull;
        std::vector<int> pulled;
        for (int round = 0; round < 120; ++round) {
            pull.assign(out_.nodes.size(), V3f(0));
            for (size_t i = 0; i < room.size(); ++i)
                if (!reached[i] && nearest[i] >= 0)
                    pull[nearest[i]] += (room[i] - out_.nodes[nearest[i]].at).normalized();
            pulled.clear();
            for (size_t i = 0; i < pull.size(); ++i)
                if (pull[i].length2() > 1e-6f) pulled.push_back(static_cast<int>(i));
            if (pulled.empty()) break;
            const size_t before = out_.nodes.size();
            for (const int i : pulled) {
                const WoodNode n = out_.nodes[i];
                V3f d = pull[i].normalized() + V3f(0, 0, f.light - f.gravity);
                if (n.parent >= 0) d += (n.at - out_.nodes[n.parent].at).normalized() * 0.35f;
                d += V3f(random_.around(f.wander), random_.around(f.wander), random_.around(f.wander));
                if (d.length2() < 1e-4f) continue;
                add(n.at + d.normalized() * step, i, n.order == 0 ? 1 : std::max<int>(n.order, 2));
            }
            for (size_t i = before; i < out_.nodes.size(); ++i) see(static_cast<int>(i));
            // A node that is pulled two ways at once would step on the spot for ever.
            for (size_t i = 0; i < room.size(); ++i)
                if (!reached[i] && nearest[i] >= 0 && static_cast<size_t>(nearest[i]) < before && round > 60)
                    reached[i] = 1;
        }
    }

    // Zigzag of the steps goes; feet and ends stay.
    void smooth() {
        for (int round = 0; round < 2; ++round) {
            const Children children = childrenOf(out_);
            std::vector<V3f> moved(out_.nodes.size());
            for (size_t i = 0; i < out_.nodes.size(); ++i) {
                const WoodNode& n = out_.nodes[i];
                moved[i] = n.at;
                if (n.order < 1 || n.parent < 0 || children.first[i] == children.first[i + 1]) continue;
                V3f mean(0);
                for (int k = children.first[i]; k < children.first[i + 1]; ++k) mean += out_.nodes[children.list[k]].at;
                mean /= static_cast<float>(children.first[i + 1] - children.first[i]);
                moved[i] = n.at * 0.5f + (mean + out_.nodes[n.parent].at) * 0.25f;
            }
            for (size_t i = 0; i < out_.nodes.size(); ++i) out_.nodes[i].at = moved[i];
        }
    }

    void twigs() {
        const TwigRecipe& t = recipe_.twigs;
        const Children children = childrenOf(out_);
        const std::vector<WoodNode> before = out_.nodes;
        // Ends that each node feeds: twigs stand on thin branches only.
        std::vector<int> ends(before.size(), 0);
        for (size_t i = before.size(); i-- > 0;) {
            if (children.first[i] == children.first[i + 1]) ends[i] = 1;
            if (before[i].parent >= 0) ends[before[i].parent] += ends[i];
        }
        constexpr int kThin = 7;
        constexpr float kClear = 0.25f; // metres over the ground at which hanging twigs end
        const auto bears = [&](size_t i) {
            const WoodNode& n = before[i];
            return n.parent >= 0 && (ends[i] <= kThin || n.order >= 2) && ends[i] <= 3 * kThin;
        };
        float perMetre = t.perMetre;
        if (twigs_ > 0) {
            float length = 0;
            int tips = 0;
            for (size_t i = 0; i < before.size(); ++i)
                if (bears(i)) {
                    length += (before[i].at - before[before[i].parent].at).length();
                    tips += children.first[i] == children.first[i + 1];
                }
            perMetre = std::clamp(static_cast<float>(twigs_ - tips) / std::max(length, 0.01f), 0.05f, 90.0f);
        }
        float owed = 0, around = 0;
        for (size_t i = 0; i < before.size(); ++i) {
            const WoodNode& n = before[i];
            if (!bears(i)) continue;
            const V3f along = n.at - before[n.parent].at;
            const V3f d = along.normalized();
            owed += along.length() * perMetre;
            const bool end = children.first[i] == children.first[i + 1];
            while (owed >= 1 || end) {
                const bool last = end && owed < 1;
                if (!last) owed -= 1;
                around += radians(137.5f + random_.around(30));
                const V3f axis = turned(anyAcross(d), d, around);
                const float angle = last ? random_.around(15) : t.angle + random_.around(t.spread);
                V3f dir = turned(d, axis, radians(angle));
                const float length = t.length * (1 + random_.around(0.35f));
                V3f p = lerp(n.at, before[n.parent].at, last ? 0 : random_.unit());
                int at = static_cast<int>(last ? i : static_cast<size_t>(n.parent));
                if (!last) at = add(p, at, 3); // its foot, on the branch
                for (int k = 0; k < t.segments; ++k) {
                    const float hangs = std::min(t.droop / static_cast<float>(t.segments), 0.9f);
                    dir = lerp(dir, V3f(0, 0, -1), hangs).normalized();
                    dir = wandered(dir, 10);
                    const V3f next = p + dir * (length / static_cast<float>(t.segments));
                    if (k > 0 && dir.z < -0.5f && next.z < kClear) break;
                    p = next;
                    at = add(p, at, 3);
                }
                if (last) break;
            }
        }
    }

    // As high and as wide as asked.
    // As high as asked, and as wide: the mean of what it measures from west to east and from south to north.
    void fit() {
        float top = 0.01f;
        for (const WoodNode& n : out_.nodes) top = std::max(top, n.at.z);
        const CrownRecipe& crown = recipe_.crown;
        const float asked = crown.width * height_ * (crown.square ? (1 + crown.depth) / 2 : 1);
        // What is below the crown moves less, so that the stem stays where it stood at its foot;
        // a stem alone stays as it is.
        constexpr int kTries = 3;
        const bool branches = recipe_.limbs.count > 0 || recipe_.fill.spacing > 0 || out_.stems > 1;
        for (int k = 0; branches && k < kTries; ++k) {
            Box2f box;
            for (const WoodNode& n : out_.nodes) box.extendBy(xy(n.at));
            const V2f size = box.size();
            const float out = std::clamp(2 * asked / std::max(size.x + size.y, 0.01f), 0.6f, 1.7f);
            if (std::abs(out - 1) < 0.005f) break;
            for (WoodNode& n : out_.nodes) {
                const float by = lerp(1, out, std::min(1.0f, std::max(n.at.z, 0.0f) / std::max(crown_.base(), 0.05f)));
                n.at.x *= by;
                n.at.y *= by;
            }
        }
        for (WoodNode& n : out_.nodes)
            if (n.at.z > 0) n.at.z *= height_ / top;
    }

    // All ends are alike; the exponent is found by which the stem comes out as thick as asked.
    void girth() {
        const float wanted = recipe_.stem.radius / std::sqrt(static_cast<float>(out_.stems));
        float low = 1.4f, high = 5;
        const float end = recipe_.twigs.radius * 0.6f;
        const auto thick = [&](float exponent) {
            const float tip = el::pow(end, exponent);
            std::vector<float> sum(out_.nodes.size(), 0);
            float stem = 0;
            for (size_t i = out_.nodes.size(); i-- > 0;) {
                if (sum[i] == 0) sum[i] = tip;
                WoodNode& n = out_.nodes[i];
                // Most nodes are of twigs, which all have the girth of their end.
                n.radius = sum[i] == tip ? end : el::pow(sum[i], 1 / exponent);
                if (n.parent >= 0)
                    sum[n.parent] += sum[i];
                else
                    stem = std::max(stem, n.radius);
            }
            return stem;
        };
        for (int k = 0; k < 18; ++k) {
            const float middle = (low + high) / 2;
            (thick(middle) > wanted ? low : high) = middle;
        }
        const float factor = wanted / thick((low + high) / 2);
        for (WoodNode& n : out_.nodes) n.radius *= factor;
    }

    const WoodRecipe& recipe_;
    float height_;
    int twigs_;
    Random& random_;
    Crown crown_;
    Wood out_;
};

} // namespace

Wood growWood(const WoodRecipe& recipe, float height, int twigs, Random& random) {
    return Growing(recipe, height, twigs, random).run();
}

Children childrenOf(const Wood& wood) {
    const size_t n = wood.nodes.size();
    Children c{std::vector<int>(n + 1, 0), std::vector<int>(n)};
    for (const WoodNode& node : wood.nodes)
        if (node.parent >= 0) ++c.first[node.parent + 1];
    for (size_t i = 0; i < n; ++i) c.first[i + 1] += c.first[i];
    std::vector<int> next(c.first.begin(), c.first.end() - 1);
    int feet = 0;
    for (size_t i = 0; i < n; ++i) {
        if (wood.nodes[i].parent >= 0)
            c.list[next[wood.nodes[i].parent]++] = static_cast<int>(i);
        else
            ++feet;
    }
    c.list.resize(n - static_cast<size_t>(feet));
    return c;
}

} // namespace thallos
