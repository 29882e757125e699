#include "core/trace/integrator.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <utility>

#include "core/trace/lamps.h"
#include "core/trace/scattering.h"
#include "core/trace/shading.h"

namespace thallos {

namespace {

bool black(const Rgb& c) {
    return c.x <= 0 && c.y <= 0 && c.z <= 0;
}

// The sun's disc, evenly bright: its limb darkening does not show in shadows.
float sunSolidAngle(const Environment& e) {
    const float s = std::sin(0.5f * e.sunRadius);
    return 4 * kPi * s * s;
}
V3f towardSun(const Environment& e, const V2f& u) {
    V3f t, b;
    const V3f& n = e.toSun;
    t = (std::abs(n.z) < 0.99f ? V3f(0, 0, 1) : V3f(1, 0, 0)).cross(n).normalized();
    b = n.cross(t);
    const float r = e.sunRadius * std::sqrt(u.x), a = 2 * kPi * u.y;
    return (n + t * (r * std::cos(a)) + b * (r * std::sin(a))).normalized();
}
Rgb sunDisc(const Environment& e, const V3f& direction) {
    if (e.sunIlluminance == Rgb(0)) return Rgb(0);
    return direction.dot(e.toSun) > std::cos(e.sunRadius) ? e.sunIlluminance / sunSolidAngle(e) : Rgb(0);
}

// GGX glint of the sun on ripples finer than the mesh of waves.
Rgb sunGlint(const Environment& e, const V3f& normal, const V3f& outward, float ripple) {
    const float alpha = 0.02f + 0.05f * ripple;
    const V3f h = (e.toSun + outward).normalized();
    const float ci = normal.dot(e.toSun), co = std::max(normal.dot(outward), 1e-3f), ch = normal.dot(h);
    if (ci <= 0 || ch <= 0) return Rgb(0);
    const float a2 = alpha * alpha, d = ch * ch * (a2 - 1) + 1;
    const float f = fresnelDielectric(h.dot(outward), kWaterIndex);
    return e.sunIlluminance * (f * a2 / (kPi * d * d) / (4 * co));
}

Rgb exponential(const Rgb& absorption, float length) {
    return {std::exp(-absorption.x * length), std::exp(-absorption.y * length), std::exp(-absorption.z * length)};
}

// Where a path sets out.
struct Start {
    V3f origin, direction;
    V3f camera;          // decides level of detail
    float travelled = 0; // from the camera so far
    bool first = true;   // from the camera itself: the first water or pane it meets is followed both ways
    bool disc = true;    // the sun's disc itself is seen
};

// One path, with what it has gathered. Its parts are steps of follow().
class Path {
public:
    Path(const Scene& scene, const Environment& env, const Start& start, Sampler& sampler, const PathSettings& settings)
        : scene_(scene), env_(env), start_(start), sampler_(sampler), settings_(settings), o_(start.origin),
          d_(start.direction), travelled_(start.travelled), spread_(settings.pixelAngle), left_(settings.bounces),
          both_(start.first), disc_(start.disc), fine_(start.camera), known_(start.first ? settings.hit : nullptr) {
        if (settings.coarse) fine_.pixelAngle = settings.pixelAngle;
        coarse_ = fine_;
        coarse_.coarse = settings.coarse;
    }

    PathSample follow() {
        for (int depth = 0; depth < kLongest && step(); ++depth) {
        }
        const Rgb& r = out_.radiance;
        if (!std::isfinite(r.x) || !std::isfinite(r.y) || !std::isfinite(r.z)) {
            out_.radiance = out_.rest = Rgb(0);
            if (settings_.split) *settings_.split = Split();
        }
        return out_;
    }

private:
    static constexpr int kLongest = 96; // events, straight passages among them

    // On to the next surface and what happens there; false: the path has ended.
    bool step() {
        const Hit hit = known_
                            ? *std::exchange(known_, nullptr)
                            : trace(scene_, o_, d_, scatterings_ > 0 ? coarse_ : fine_, kFarAway, kMaskAll, leaving_);
        count();
        if (!hit) {
            escape();
            return false;
        }
        leaving_ = hit;
        if (absorption_ != Rgb(0)) carried_ *= exponential(absorption_, hit.t);
        travelled_ += hit.t;
        if (unscattered_ && !env_.haze.empty() && absorption_ == Rgb(0)) {
            const auto haze = hazeAlong(env_, d_, hit.t);
            add(haze.scattered, kSky, Route::Haze);
            if (!described_) out_.features.emission += carried_ * haze.scattered;
            carried_ *= haze.transmittance;
        }
        const V3f outward = -d_;
        const ShadingPoint point = shadingAt(scene_, hit, outward, travelled_ * spread_);
        if (out_.sky) {
            out_.sky = false;
            out_.item = static_cast<uint32_t>(itemAt(scene_, hit).value);
            out_.material = materialKey(scene_, hit);
        }
        if (point.water) return meetWater(hit, point);
        if (point.surface.solid) return meetGlass(hit, point);
        if (point.surface.clear()) return meetPane(hit, point);
        return scatter(hit, point);
    }

    void count() {
        if (settings_.rays) ++*settings_.rays;
    }

    // Light that the path as it is carries to the camera; `route` where it has not been scattered yet.
    void add(const Rgb& light, int source, Route route) {
        Rgb c = carried_ * light;
        if (scatterings_ > 0 && settings_.limit > 0) {
            const float l = luminance(c);
            if (l > settings_.limit) c *= settings_.limit / l;
        }
        out_.radiance += c;
        if (rest_) out_.rest += c;
        if (!settings_.split) return;
        if (rest_) c *= settings_.restInSplit;
        settings_.split->sources[source] += c;
        auto& routes = settings_.split->routes;
        const auto of = [&routes](Route r) -> Rgb& { return routes[static_cast<int>(r)]; };
        if (branch_)
            of(*branch_) += c;
        else if (scatterings_ == 0)
            of(route) += c;
        else {
            of(Route::Reflection) += c * gloss_;
            of(scatterings_ == 1 ? Route::Direct : Route::Indirect) += c * (Rgb(1) - gloss_);
        }
    }

    void escape() {
        const Rgb sky = skyRadiance(env_, d_), sun = sunDisc(env_, d_);
        if (unscattered_) {
            add(sky, kSky, Route::Background);
            if (disc_) add(sun, kSun, Route::Background);
            if (!described_) out_.features.emission += carried_ * (disc_ ? sky + sun : sky);
            return;
        }
        add(sky * (density_ / (density_ + skyDensity(env_, d_))), kSky, Route::Background);
        if (!black(sun)) add(sun * (density_ / (density_ + 1 / sunSolidAngle(env_))), kSun, Route::Background);
    }

    // Both ways from a clear surface, without chance: the picture in it and the guides of the denoiser keep their
    // edges, and the mirrored sky is left to no filter.
    void followMirrored(const V3f& from, const V3f& along, float share, bool disc) {
        both_ = false;
        Split split;
        PathSettings settings = settings_;
        settings.split = settings_.split ? &split : nullptr;
        settings.bounces = left_;
        Path mirrored(scene_, env_, {from, along, start_.camera, travelled_, false, disc}, sampler_, settings);
        const PathSample r = mirrored.follow();
        sampler_.countAll();
        const Rgb c = carried_ * share;
        out_.radiance += c * r.radiance;
        out_.rest += c * r.rest;
        out_.features.emission += c * r.features.emission;
        if (settings_.split) {
            for (int k = 0; k < kSources; ++k) settings_.split->sources[k] += c * split.sources[k];
            for (const Rgb& p : split.routes)
                settings_.split->routes[static_cast<int>(branch_.value_or(Route::Reflection))] += c * p;
        }
        mirrored_ = r.features;
        mirrored_.albedo *= share;
        carried_ *= 1 - share;
        if (!branch_) branch_ = Route::Transmission;
    }

    void describe(const Rgb& albedo, const V3f& normal) {
        out_.features.albedo = albedo + mirrored_.albedo;
        out_.features.normal = mirrored_.depth > 0 ? lerp(normal, mirrored_.normal, 0.5f) : normal;
        out_.features.depth = 1 / std::max(travelled_, 0.1f);
        described_ = true;
    }

    // Goes on from a clear surface; false when it was met too often.
    bool pass(const V3f& from, const V3f& along, Route route) {
        if (--left_.clear < 0) return false;
        if (!branch_ && scatterings_ == 0) branch_ = route;
        o_ = from;
        d_ = along;
        return true;
    }

    bool meetWater(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const V2f u = sampler_.pair();
        if (absorption_ != Rgb(0)) { // out of the water again, straight
            absorption_ = Rgb(0);
            o_ = offset(hit.position, d_, hit.t);
            return true;
        }
        V3f n = point.surface.normal;
        if (n.dot(outward) <= 0.01f) n = V3f(0, 0, 1);
        const float f = fresnelDielectric(n.dot(outward), kWaterIndex);
        const V3f above = offset(hit.position, V3f(0, 0, 1), hit.t);
        if (unscattered_) {
            const Rgb glint = sunGlint(env_, n, outward, point.water->ripple);
            if (!black(glint)) {
                const Rgb lit = transmittance(scene_, above, env_.toSun, fine_);
                count();
                add(glint * lit, kSun, Route::Reflection);
            }
        }
        disc_ = false; // the glint stands for it
        V3f up = n * (2 * n.dot(outward)) - outward;
        if (up.z < 0.001f) up.z = 0.001f;
        up.normalize();
        const bool both = both_;
        if (both) followMirrored(above, up, f, false);
        if (!described_) describe(Rgb(1), V3f(0, 0, 1)); // water is its own thing to the denoiser
        if (!both && u.x < f) return pass(above, up, Route::Reflection);
        // Water is murky: what it scatters back stands for its depth, the bed shows through the shallows.
        absorption_ = waterAbsorption(*point.water);
        const float in = n.dot(outward);
        const V3f down =
            (d_ / kWaterIndex +
             n * (in / kWaterIndex - std::sqrt(std::max(0.0f, 1 - (1 - in * in) / (kWaterIndex * kWaterIndex)))))
                .normalized();
        const V3f below = offset(hit.position, V3f(0, 0, -1), hit.t);
        const Hit bed = trace(scene_, below, down, coarse_, kFarAway, kMaskAll & ~kMaskClear);
        count();
        const Rgb back = point.water->tint / kPi * (Rgb(1) - exponential(absorption_, bed ? bed.t : 50.0f));
        const Rgb sun = back * env_.sunIlluminance * std::max(env_.toSun.z, 0.0f),
                  sky = back * env_.skyIrradiance({0, 0, 1});
        if (both) out_.features.emission += carried_ * (sun + sky);
        add(sun, kSun, Route::Transmission);
        add(sky, kSky, Route::Transmission);
        return pass(below, down, Route::Transmission);
    }

    // A thin pane, both faces at once.
    bool meetPane(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const V2f u = sampler_.pair();
        const float f = fresnelPane(point.normal.dot(outward), point.surface.index);
        const V3f back = point.normal * (2 * point.normal.dot(outward)) - outward;
        const V3f before = offset(hit.position, point.normal, hit.t);
        const bool both = both_;
        if (both) followMirrored(before, back, f, disc_);
        if (!both && u.x < f) {
            density_ = 1e30f; // no shadow ray finds this way
            return pass(before, back, Route::Reflection);
        }
        carried_ *= point.surface.albedo;
        return pass(offset(hit.position, d_, hit.t), d_, Route::Transmission);
    }

    // A face of a body of glass.
    bool meetGlass(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const V2f u = sampler_.pair();
        const V3f& n = point.surface.normal;
        const float c = std::clamp(n.dot(outward), 0.0f, 1.0f);
        const float index = point.front ? point.surface.index : 1 / point.surface.index;
        const float f = fresnelDielectric(c, index);
        const bool both = both_ && point.front;
        const V3f mirrored = n * (2 * c) - outward;
        const V3f before = offset(hit.position, point.normal, hit.t);
        if (both) followMirrored(before, mirrored, f, disc_);
        density_ = 1e30f;
        if (!both && u.x < f) return pass(before, mirrored, Route::Reflection);
        const float k = 1 - (1 - c * c) / (index * index);
        const V3f refracted = (d_ / index + n * (c / index - std::sqrt(std::max(k, 0.0f)))).normalized();
        absorption_ = point.front ? point.surface.absorption : Rgb(0);
        return pass(offset(hit.position, -point.normal, hit.t), refracted, Route::Transmission);
    }

    bool scatter(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const SurfacePoint& s = point.surface;
        if (!black(s.emission) && point.front) {
            float w = 1;
            if (!unscattered_) {
                const float aimed = lampDensity(scene_.lamps, hit, o_);
                w = density_ / (density_ + aimed);
            }
            add(s.emission * w, kFirstLampGroup + s.lampGroup, Route::Emission);
            if (!described_) out_.features.emission += carried_ * s.emission;
        }
        const Scattering scattering(s, outward);
        const bool first = !described_;
        if (first)
            describe(s.albedo * (1 - s.metalness) + Rgb(0.04f) * s.specular + s.albedo * s.metalness + s.through,
                     s.normal);

        light(hit, point, scattering, first);

        if (!settings_.onward) return false;
        rest_ = true;
        const V2f u = sampler_.pair();
        const auto next = scattering.sample(u, sampler_.one());
        const Rgb weight = next.weight.sum();
        if (next.density <= 0 || black(weight)) return false;
        const float onSide = point.normal.dot(next.direction);
        if (!scattering.passes() && onSide <= 0) return false;
        if (next.glossy ? --left_.glossy < 0 : (--left_.matt < 0 || (s.through != Rgb(0) && --left_.leaf < 0)))
            return false;
        if (scatterings_++ == 0)
            for (int k = 0; k < 3; ++k) gloss_[k] = weight[k] > 0 ? next.weight.glossy[k] / weight[k] : 0;
        carried_ *= weight;
        // From the second scattering on: a fifth of the time less for a tenth more noise, dim walls included.
        if (scatterings_ >= 2) {
            const float survive = std::min(std::max({carried_.x, carried_.y, carried_.z}), 0.95f);
            if (sampler_.one() >= survive) return false;
            carried_ /= survive;
        }
        unscattered_ = false;
        density_ = next.density;
        if (!next.glossy) spread_ = std::max(spread_, 0.08f);
        d_ = next.direction;
        o_ = offset(hit.position, onSide >= 0 ? point.normal : -point.normal, hit.t);
        return true;
    }

    // What of the light from `direction` the surface sends on, if it arrives; before visibility.
    struct Aimed {
        Scattering::Share share;
        V3f origin{0};
        bool counts = false;
    };
    Aimed aimed(const Hit& hit, const ShadingPoint& point, const Scattering& scattering, const V3f& direction) const {
        Aimed a;
        // A shadow ray leaves on the side that the light is on; an opaque face is lit from its own alone.
        const float side = point.normal.dot(direction);
        if (!scattering.passes() && side <= 0) return a;
        a.share = scattering.evaluate(direction);
        a.counts = !black(a.share.sum());
        a.origin = offset(hit.position, side >= 0 ? point.normal : -point.normal, hit.t);
        return a;
    }
    // Adds light that arrives at the surface by aiming, `light` times what the surface sends on.
    void addAimed(const Aimed& a, const Rgb& light, int source) {
        const Rgb sum = a.share.sum() * light;
        if (!settings_.split) {
            ++scatterings_;
            add(sum, source, Route::Direct);
            --scatterings_;
            return;
        }
        const Rgb gloss = gloss_;
        if (scatterings_++ == 0) {
            const Rgb whole = a.share.sum();
            for (int k = 0; k < 3; ++k) gloss_[k] = whole[k] > 0 ? a.share.glossy[k] / whole[k] : 0;
        }
        add(sum, source, Route::Direct);
        --scatterings_;
        gloss_ = gloss;
    }

    // Light from one direction as it would arrive if nothing stood between, weighed against finding it by scattering.
    struct Candidate {
        Aimed aimed;
        V3f direction{0};
        float far = kFarAway;
        Rgb light{0};
        int source = kSky;
    };

    void light(const Hit& hit, const ShadingPoint& point, const Scattering& scattering, bool first) {
        Candidate all[3];
        int n = 0;
        const auto consider = [&](const V3f& direction) -> Candidate& {
            Candidate& c = all[n];
            c = Candidate();
            c.direction = direction;
            c.aimed = aimed(hit, point, scattering, direction);
            if (c.aimed.counts) ++n;
            return c;
        };
        if (!black(env_.sunIlluminance)) {
            const V3f l = towardSun(env_, sampler_.pair());
            if (l.z > -0.01f) {
                Candidate& c = consider(l);
                const float disc = 1 / sunSolidAngle(env_);
                c.light = env_.sunIlluminance * (disc / (disc + scattering.density(l)));
                c.source = kSun;
            }
        }
        if (!scene_.lamps.empty()) {
            const V2f v = sampler_.pair();
            const LampSample lamp = sampleLamps(scene_.lamps, hit.position, v, sampler_.one());
            if (lamp.density > 0) {
                Candidate& c = consider(lamp.direction);
                c.light = lamp.radiance / (lamp.density + scattering.density(lamp.direction));
                c.far = reachOf(c.aimed.origin, lamp.at);
                c.source = kFirstLampGroup + lamp.group;
            }
        }
        if (settings_.onward) {
            sampler_.countAmong();
            const V2f u = sampler_.pair();
            const SkySample sky = sampleSky(env_, u.x, u.y);
            if (sky.density > 0) {
                Candidate& c = consider(sky.direction);
                c.light = skyRadiance(env_, sky.direction) / (sky.density + scattering.density(sky.direction));
            }
        }
        if (scatterings_ > 0 && settings_.oneShadowRay && n > 1) {
            // Of light that was scattered before, one candidate stands for all, chosen by what it would bring.
            float chances[3], total = 0;
            for (int i = 0; i < n; ++i) total += chances[i] = luminance(all[i].aimed.share.sum() * all[i].light);
            if (total <= 0) return;
            float pick = sampler_.one() * total;
            int chosen = 0;
            while (chosen + 1 < n && pick >= chances[chosen]) pick -= chances[chosen++];
            if (chances[chosen] <= 0) return;
            all[chosen].light *= total / chances[chosen];
            all[0] = all[chosen];
            n = 1;
        }
        for (int i = 0; i < n; ++i) {
            const Candidate& c = all[i];
            // Only the edge of a shadow that the sun throws on what is seen shows single leaves.
            const bool sharp = scatterings_ == 0 && c.source != kSky;
            const Rgb lit =
                transmittance(scene_, c.aimed.origin, c.direction, sharp ? fine_ : coarse_, c.far, leaving_);
            count();
            const bool rest = std::exchange(rest_, rest_ || c.source == kSky);
            addAimed(c.aimed, c.light * lit, c.source);
            rest_ = rest;
            if (first && c.source == kSun) out_.features.sunlit = lit.y * env_.sunShare;
        }
    }

    Leaving leaving_; // what the path comes from
    const Scene& scene_;
    const Environment& env_;
    Start start_;
    Sampler& sampler_;
    const PathSettings& settings_;
    PathSample out_;
    V3f o_, d_;
    Rgb carried_{1};
    Rgb absorption_{0}; // per metre, inside water or glass
    Rgb gloss_{0};      // share of what is carried that was scattered by gloss at the first surface
    float travelled_, spread_, density_ = 0;
    Bounces left_;
    int scatterings_ = 0;
    bool both_, disc_;
    Detail fine_, coarse_;
    const Hit* known_;        // of the next step
    bool rest_ = false;       // what is added now is part of PathSample::rest
    bool unscattered_ = true; // the path so far is the camera's ray, mirrored or bent
    bool described_ = false;  // features are taken
    std::optional<Route> branch_;
    Features mirrored_; // what the first water or pane shows
};

} // namespace

PathSample tracePath(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction,
                     Sampler& sampler, const PathSettings& settings) {
    return Path(scene, env, {origin, direction, origin}, sampler, settings).follow();
}

Rgb quickShading(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction, float pixelAngle,
                 bool moving, const Hit* first, Sunlit* neighbour) {
    Rgb sum(0), carried(1);
    V3f o = origin, d = direction;
    float travelled = 0;
    Detail detail(origin);
    detail.pixelAngle = pixelAngle;
    detail.moving = moving;
    for (int clear = 0; clear < 5; ++clear) {
        const Hit hit = first && clear == 0 ? *first : trace(scene, o, d, detail);
        if (!hit) return sum + carried * (skyRadiance(env, d) + sunDisc(env, d));
        const auto haze = hazeAlong(env, d, hit.t);
        sum += carried * haze.scattered;
        carried *= haze.transmittance;
        travelled += hit.t;
        const V3f outward = -d;
        const float footprint = travelled * pixelAngle;
        const ShadingPoint point = shadingAt(scene, hit, outward, footprint);
        const SurfacePoint& s = point.surface;
        if (point.water || s.clear()) {
            const V3f n = point.water ? s.normal : point.normal;
            const float c = std::abs(n.dot(outward));
            const float f = point.water ? fresnelDielectric(c, kWaterIndex) : fresnelPane(c, s.index);
            V3f r = n * (2 * n.dot(outward)) - outward;
            if (point.water && r.z < 0.01f) r.z = 0.01f;
            sum += carried * f * skyRadiance(env, r.normalized());
            carried *= 1 - f;
            if (point.water)
                return sum + carried * s.albedo / kPi *
                                 (env.sunIlluminance * std::max(env.toSun.z, 0.0f) + env.skyIrradiance({0, 0, 1}));
            carried *= s.albedo;
            o = offset(hit.position, d, hit.t);
            continue;
        }
        sum += carried * s.emission;
        const float c = s.normal.dot(env.toSun);
        const Rgb matt = c > 0 ? s.albedo : s.through;
        Rgb lit(0);
        if (!black(matt) && !black(env.sunIlluminance)) {
            const bool near = neighbour && clear == 0 && neighbour->object == hit.object &&
                              std::abs(neighbour->t - hit.t) < 0.05f * hit.t;
            Rgb share = near ? neighbour->share : Rgb(0);
            if (!near) {
                const V3f side = point.normal.dot(env.toSun) >= 0 ? point.normal : -point.normal;
                share = transmittance(scene, offset(hit.position, side, hit.t), env.toSun, detail, kFarAway, hit);
                if (neighbour && clear == 0) *neighbour = {hit.t, hit.object, share};
            }
            lit = env.sunIlluminance * matt * std::abs(c) * share;
        }
        // Half of the sky's light stands for what the ground and the neighbours hide or send back.
        const bool leaf = !black(s.through);
        return sum +
               carried / kPi * (lit + (s.albedo + s.through) * env.skyIrradiance(s.normal) * (leaf ? 0.55f : 0.7f));
    }
    return sum;
}

} // namespace thallos
