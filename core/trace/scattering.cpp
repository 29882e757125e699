#include "core/trace/scattering.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace thallos {

namespace {

void orthonormal(const V3f& n, V3f& t, V3f& b) { // Duff et al. 2017
    const float s = std::copysign(1.0f, n.z), a = -1 / (s + n.z), c = n.x * n.y * a;
    t = {1 + s * n.x * n.x * a, s * c, -s * n.x};
    b = {c, s + n.y * n.y * a, -n.y};
}

float alphaOf(float roughness) {
    return std::max(roughness * roughness, 0.002f);
}
float smithLambda(float alpha, float cosine) {
    const float c2 = cosine * cosine, t2 = (1 - c2) / std::max(c2, 1e-8f);
    return 0.5f * (std::sqrt(1 + alpha * alpha * t2) - 1);
}
float ggx(float alpha, float cosine) {
    const float a2 = alpha * alpha, d = cosine * cosine * (a2 - 1) + 1;
    return a2 / (kPi * d * d);
}
float toFifth(float x) {
    const float x2 = x * x;
    return x2 * x2 * x;
}
float schlick(float f0, float f90, float cosine) {
    return f0 + (f90 - f0) * toFifth(1 - clamp01(cosine));
}
Rgb schlick(const Rgb& f0, float f90, float cosine) {
    return f0 + (Rgb(f90) - f0) * toFifth(1 - clamp01(cosine));
}

// A facet that is seen from `v` in the frame of the surface.
V3f visibleFacet(float alpha, const V3f& o, const V2f& u) {
    const V3f v = V3f(alpha * o.x, alpha * o.y, o.z).normalized();
    const float l2 = v.x * v.x + v.y * v.y;
    const V3f t1 = l2 > 1e-12f ? V3f(-v.y, v.x, 0) / std::sqrt(l2) : V3f(1, 0, 0), t2 = v.cross(t1);
    const float r = std::sqrt(u.x), phi = 2 * kPi * u.y, p1 = r * std::cos(phi), k = 0.5f * (1 + v.z);
    const float p2 = (1 - k) * std::sqrt(std::max(0.0f, 1 - p1 * p1)) + k * r * std::sin(phi);
    const V3f n = t1 * p1 + t2 * p2 + v * std::sqrt(std::max(0.0f, 1 - p1 * p1 - p2 * p2));
    return V3f(alpha * n.x, alpha * n.y, std::max(1e-6f, n.z)).normalized();
}

// Energy by cosine (spaced by its square root: it changes fastest at grazing angles) and roughness.
class EnergyTable {
public:
    static const EnergyTable& get() {
        static const EnergyTable table;
        return table;
    }
    FacetEnergy at(float cosine, float roughness) const {
        const float x = std::sqrt(clamp01(cosine)) * (kCosines - 1), y = clamp01(roughness) * (kRoughs - 1);
        const int i = std::min(static_cast<int>(x), kCosines - 2), j = std::min(static_cast<int>(y), kRoughs - 2);
        const float u = x - static_cast<float>(i), v = y - static_cast<float>(j);
        const auto mixed = [&](float FacetEnergy::*m) {
            return lerp(lerp(cell(i, j).*m, cell(i + 1, j).*m, u), lerp(cell(i, j + 1).*m, cell(i + 1, j + 1).*m, u),
                        v);
        };
        return {mixed(&FacetEnergy::a), mixed(&FacetEnergy::b)};
    }

    // Over the cosine-weighted hemisphere.
    FacetEnergy average(float roughness) const {
        const float y = clamp01(roughness) * (kRoughs - 1);
        const int j = std::min(static_cast<int>(y), kRoughs - 2);
        const float v = y - static_cast<float>(j);
        return {lerp(averages_[j].a, averages_[j + 1].a, v), lerp(averages_[j].b, averages_[j + 1].b, v)};
    }

private:
    static constexpr int kCosines = 40, kRoughs = 28, kRadii = 48, kTurns = 14;
    const FacetEnergy& cell(int i, int j) const { return cells_[static_cast<size_t>(j) * kCosines + i]; }

    EnergyTable() : cells_(static_cast<size_t>(kCosines) * kRoughs), averages_(kRoughs) {
        for (int j = 0; j < kRoughs; ++j) {
            const float alpha = alphaOf(static_cast<float>(j) / (kRoughs - 1));
            for (int i = 0; i < kCosines; ++i) {
                const float t = static_cast<float>(i) / (kCosines - 1), c = std::max(t * t, 1e-4f);
                const V3f o(std::sqrt(1 - c * c), 0, c);
                double a = 0, b = 0;
                for (int k = 0; k < kRadii * kTurns; ++k) {
                    // Closer together at the rim, where the few steep facets are.
                    const float x = 1 - (static_cast<float>(k % kRadii) + 0.5f) / kRadii, weight = 2 * x;
                    const V2f u(1 - x * x, (static_cast<float>(k / kRadii) + 0.5f) / kTurns);
                    const V3f h = visibleFacet(alpha, o, u);
                    const float oh = o.dot(h), ci = 2 * oh * h.z - c;
                    if (ci <= 0) continue;
                    const float g = (1 + smithLambda(alpha, c)) / (1 + smithLambda(alpha, c) + smithLambda(alpha, ci));
                    const float f = toFifth(1 - clamp01(oh));
                    a += weight * g * (1 - f);
                    b += weight * g * f;
                }
                cells_[static_cast<size_t>(j) * kCosines + i] = {static_cast<float>(a / (kRadii * kTurns)),
                                                                 static_cast<float>(b / (kRadii * kTurns))};
            }
            // 2 c dc with c = t^2 is 4 t^3 dt.
            FacetEnergy& sum = averages_[j] = {0, 0};
            constexpr int kSteps = 4 * kCosines;
            for (int n = 0; n < kSteps; ++n) {
                const float t = (static_cast<float>(n) + 0.5f) / kSteps, x = t * (kCosines - 1);
                const int i = std::min(static_cast<int>(x), kCosines - 2);
                const float w = 4 * t * t * t / kSteps, u = x - static_cast<float>(i);
                sum.a += w * lerp(cell(i, j).a, cell(i + 1, j).a, u);
                sum.b += w * lerp(cell(i, j).b, cell(i + 1, j).b, u);
            }
        }
    }
    std::vector<FacetEnergy> cells_, averages_;
};

} // namespace

FacetEnergy facetEnergy(float cosine, float roughness) {
    return EnergyTable::get().at(cosine, roughness);
}

float fresnelDielectric(float cosine, float index) {
    const float c = clamp01(cosine);
    const float s2 = (1 - c * c) / (index * index);
    if (s2 >= 1) return 1;
    const float t = std::sqrt(1 - s2);
    const float a = (c - index * t) / (c + index * t), b = (index * c - t) / (index * c + t);
    return 0.5f * (a * a + b * b);
}

float fresnelPane(float cosine, float index) {
    const float one = fresnelDielectric(cosine, index);
    return 2 * one / (1 + one);
}

Scattering::Scattering(const SurfacePoint& s, const V3f& out) : normal_(s.normal), out_(out) {
    orthonormal(normal_, tangent_, bitangent_);
    cosine_ = std::max(normal_.dot(out), 1e-3f);
    roughness_ = s.roughness;
    alpha_ = alphaOf(s.roughness);
    coatAlpha_ = alphaOf(s.coatRoughness);
    const EnergyTable& table = EnergyTable::get();

    coatF0_ = 0.04f * s.coat;
    coatF90_ = s.coat;
    float coat = 0;
    if (s.coat > 0) {
        const FacetEnergy e = table.at(cosine_, s.coatRoughness);
        coat = coatF0_ * e.a + coatF90_ * e.b;
    }
    under_ = 1 - coat;

    f0_ = lerp(Rgb(0.04f * s.specular), s.albedo, s.metalness);
    f90_ = lerp(s.specular, 1, s.metalness);
    layerF0_ = 0.04f * s.specular;
    layerF90_ = s.specular;
    Rgb gloss(0);
    keep_ = Rgb(1);
    float single = 1, layer = 0, layerAverage = 0; // of the gloss that lies over the part that is no metal
    if (f90_ > 0 || s.transmission > 0) {
        const FacetEnergy e = table.at(cosine_, s.roughness), m = table.average(s.roughness);
        single = std::max(e.a + e.b, 1e-3f);
        const float lost = (1 - single) / single;
        layer = (layerF0_ * e.a + layerF90_ * e.b) * (1 + layerF0_ * lost);
        // A blend of metal and not sends back a blend of what they do.
        for (int k = 0; k < 3; ++k) {
            const float metal = (s.albedo[k] * e.a + e.b) * (1 + s.albedo[k] * lost);
            gloss[k] = lerp(layer, metal, s.metalness);
            keep_[k] = gloss[k] / std::max(f0_[k] * e.a + f90_ * e.b, 1e-6f);
        }
        layerAverage = layerF0_ * m.a + layerF90_ * m.b;
    }
    const float below = under_ * (1 - layer) * (1 - s.metalness);
    frosted_ = s.albedo * (below * s.transmission / single);
    // What the layer reflects at its own angle does not get in; the average over all angles makes the sum whole.
    const float share = below * (1 - s.transmission) / (1 - layerAverage);
    matt_ = s.albedo * share;
    through_ = s.through * share;

    chance_[kCoat] = coat;
    chance_[kGloss] = luminance(gloss) * under_;
    chance_[kFrosted] = luminance(frosted_) * single;
    const float left = 1 - layerAverage;
    chance_[kThrough] = luminance(through_) * left;
    chance_[kMatt] = luminance(matt_) * left;
    float total = 0;
    for (const float c : chance_) total += c;
    for (float& c : chance_) c = total > 0 ? c / total : 0;
}

float Scattering::facets(float alpha, const V3f& in) const {
    const V3f h = (in + out_).normalized();
    const float g = 1 / (1 + smithLambda(alpha, normal_.dot(in)) + smithLambda(alpha, cosine_));
    return ggx(alpha, normal_.dot(h)) * g / (4 * cosine_);
}

float Scattering::facetDensity(float alpha, const V3f& in) const {
    const V3f h = (in + out_).normalized();
    return ggx(alpha, normal_.dot(h)) / (1 + smithLambda(alpha, cosine_)) / (4 * cosine_);
}

Scattering::Share Scattering::evaluate(const V3f& in) const {
    Share s;
    const float c = normal_.dot(in);
    if (c == 0) return s;
    const bool through = c < 0;
    if (const Rgb& matt = through ? through_ : matt_; matt != Rgb(0)) {
        // The side that the light comes from is coated like the other.
        float entered = 1;
        if (layerF90_ > 0) {
            const FacetEnergy e = EnergyTable::get().at(std::abs(c), roughness_);
            entered -= layerF0_ * e.a + layerF90_ * e.b;
        }
        s.matt = matt * (entered * std::abs(c) / kPi);
    }
    if (through) {
        if (chance_[kFrosted] > 0) s.glossy = frosted_ * facets(alpha_, in - normal_ * (2 * c));
        return s;
    }
    const float ch = out_.dot((in + out_).normalized());
    if (chance_[kGloss] > 0) s.glossy += schlick(f0_, f90_, ch) * keep_ * (under_ * facets(alpha_, in));
    if (chance_[kCoat] > 0) s.glossy += Rgb(schlick(coatF0_, coatF90_, ch) * facets(coatAlpha_, in));
    return s;
}

float Scattering::density(const V3f& in) const {
    const float c = normal_.dot(in);
    if (c < 0) {
        float d = chance_[kThrough] * -c / kPi;
        if (chance_[kFrosted] > 0) d += chance_[kFrosted] * facetDensity(alpha_, in - normal_ * (2 * c));
        return d;
    }
    float d = chance_[kMatt] * c / kPi;
    if (chance_[kGloss] > 0) d += chance_[kGloss] * facetDensity(alpha_, in);
    if (chance_[kCoat] > 0) d += chance_[kCoat] * facetDensity(coatAlpha_, in);
    return d;
}

V3f Scattering::sampleFacets(float alpha, const V2f& u) const {
    const V3f o(out_.dot(tangent_), out_.dot(bitangent_), cosine_);
    const V3f h = visibleFacet(alpha, o.normalized(), u), i = h * (2 * o.dot(h)) - o;
    return tangent_ * i.x + bitangent_ * i.y + normal_ * i.z;
}

Scattering::Sample Scattering::sample(const V2f& u, float choice) const {
    Sample s;
    int lobe = 0;
    while (lobe + 1 < kLobes && choice >= chance_[lobe]) choice -= chance_[lobe++];
    if (chance_[lobe] <= 0) return s;
    if (lobe == kMatt || lobe == kThrough) {
        const float r = std::sqrt(u.x), phi = 2 * kPi * u.y, z = std::sqrt(std::max(0.0f, 1 - u.x));
        s.direction =
            tangent_ * (r * std::cos(phi)) + bitangent_ * (r * std::sin(phi)) + normal_ * (lobe == kThrough ? -z : z);
    } else {
        const float alpha = lobe == kCoat ? coatAlpha_ : alpha_;
        s.direction = sampleFacets(alpha, u);
        s.glossy = alpha <= 0.2f;
        const float c = normal_.dot(s.direction);
        if (c <= 0) return s;
        if (lobe == kFrosted) s.direction -= normal_ * (2 * c);
    }
    s.density = density(s.direction);
    if (s.density > 1e-9f) {
        s.weight = evaluate(s.direction);
        s.weight.matt /= s.density;
        s.weight.glossy /= s.density;
    }
    return s;
}

} // namespace thallos
