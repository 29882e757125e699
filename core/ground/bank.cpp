#include "core/ground/bank.h"

#include <algorithm>
#include <cmath>

namespace thallos {

float heightOf(const BankForm& b) {
    // Smoothstep is one and a half times as steep in its middle as a straight side.
    const float side = std::max(b.radius * b.falloff, 1e-3f), most = b.steepest * side / 1.5f;
    return std::clamp(b.height, -most, most);
}

StepReach reachOf(const BankForm& b) {
    StepReach out;
    out.plan = b.line.segments() > 0 ? b.line.box() : Box2f(b.centre);
    out.beside = b.radius;
    return out;
}

float banked(const BankForm& bank, const NearLine& near, float z, const V2f& p) {
    float d = (p - bank.centre).length();
    if (bank.line.segments() > 0) {
        OnLine on;
        if (!near.at(p, on)) return z;
        d = on.distance;
    }
    if (d >= bank.radius) return z;
    const float full = bank.radius * (1 - bank.falloff);
    const float weight = d <= full ? 1 : 1 - smoothstep(full, bank.radius, d);
    const float height = heightOf(bank), to = z + height * weight;
    if (!bank.limit) return to;
    // What is beyond the limit already stays.
    return height > 0 ? std::max(z, std::min(to, *bank.limit)) : std::min(z, std::max(to, *bank.limit));
}

} // namespace thallos
