#include "core/planting/health.h"

#include <algorithm>

namespace thallos {

namespace {

// The nodes that are not marked; what grows on a marked one is marked too.
Wood without(const Wood& wood, std::vector<char> gone) {
    Wood out;
    out.stems = wood.stems;
    std::vector<int> at(wood.nodes.size(), -1);
    for (size_t i = 0; i < wood.nodes.size(); ++i) {
        WoodNode n = wood.nodes[i];
        if (n.parent >= 0 && gone[static_cast<size_t>(n.parent)]) gone[i] = 1;
        if (gone[i]) continue;
        if (n.parent >= 0) n.parent = at[static_cast<size_t>(n.parent)];
        at[i] = static_cast<int>(out.nodes.size());
        out.nodes.push_back(n);
    }
    return out;
}

} // namespace

Wood broken(const Wood& wood, float share, uint64_t seed) {
    if (share <= 0) return wood;
    std::vector<char> gone(wood.nodes.size(), 0);
    // Nodes of a limb from its foot: it breaks somewhere in its inner half.
    std::vector<int> along(wood.nodes.size(), 0), limb(wood.nodes.size(), -1), length(wood.nodes.size(), 0);
    for (size_t i = 0; i < wood.nodes.size(); ++i) {
        const WoodNode& n = wood.nodes[i];
        if (n.order != 1 || n.parent < 0) continue;
        const auto p = static_cast<size_t>(n.parent);
        const bool foot = wood.nodes[p].order == 0;
        limb[i] = foot ? static_cast<int>(i) : limb[p];
        along[i] = foot ? 1 : along[p] + 1;
        if (limb[i] >= 0)
            length[static_cast<size_t>(limb[i])] = std::max(length[static_cast<size_t>(limb[i])], along[i]);
    }
    for (size_t i = 0; i < wood.nodes.size(); ++i) {
        if (limb[i] < 0) continue;
        const uint64_t key = mix(seed, static_cast<uint64_t>(limb[i]));
        if (unitFloat(key) >= share) continue;
        const float end = 0.12f + 0.45f * unitFloat(mix(key));
        gone[i] = along[i] > 2 &&
                  static_cast<float>(along[i]) > end * static_cast<float>(length[static_cast<size_t>(limb[i])]);
    }
    // What stands on the stump of a broken limb went with it.
    return without(wood, std::move(gone));
}

Wood living(const Wood& wood, float dead, uint64_t seed) {
    if (dead <= 0) return wood;
    float top = 0, thick = 0;
    for (const WoodNode& n : wood.nodes) {
        top = std::max(top, n.at.z);
        if (n.order == 2) thick = std::max(thick, n.radius);
    }
    std::vector<char> gone(wood.nodes.size(), 0);
    for (size_t i = 0; i < wood.nodes.size(); ++i) {
        const WoodNode& n = wood.nodes[i];
        if (n.parent < 0 || n.order == 0 || wood.nodes[static_cast<size_t>(n.parent)].order == n.order) continue;
        const float low = 1 - n.at.z / std::max(top, 0.01f),
                    thin = 1 - std::min(n.radius / std::max(thick, 1e-4f), 1.0f);
        // Whole limbs seldom die.
        const float chance = dead * (n.order == 1 ? 0.3f : 1) * (0.2f + 1.3f * low) * (0.6f + 0.6f * thin);
        gone[i] = n.order < 3 && unitFloat(mix(seed, i)) < chance;
        if (dead >= 1) gone[i] = 1;
    }
    return without(wood, std::move(gone));
}

} // namespace thallos
