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

Banked::Banked(const BankForm& bank, const Box2f& window)
    : bank_(bank), near_(bank.line, window, bank.radius), height_(heightOf(bank)) {}

float Banked::operator()(float z, const V2f& p) const {
    float d = (p - bank_.centre).length();
    if (bank_.line.segments() > 0) {
        OnLine on;
        if (!near_.at(p, on)) return z;
        d = on.distance;
    }
    if (d >= bank_.radius) return z;
    const float full = bank_.radius * (1 - bank_.falloff);
    const float weight = d <= full ? 1 : 1 - smoothstep(full, bank_.radius, d);
    const float to = z + height_ * weight;
    if (!bank_.limit) return to;
    // What is beyond the limit already stays.
    return height_ > 0 ? std::max(z, std::min(to, *bank_.limit)) : std::min(z, std::max(to, *bank_.limit));
}

} // namespace thallos
