#include "core/trace/integrator.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <optional>

#include "core/trace/lamps.h"
#include "core/trace/scattering.h"
#include "core/trace/shading.h"
#include "core/trace/sun_disc.h"

namespace thallos {

namespace {

Rgb exponential(const Rgb& absorption, float length) {
    return {std::exp(-absorption.x * length), std::exp(-absorption.y * length), std::exp(-absorption.z * length)};
}

bool finite(const Rgb& c) {
    return std::isfinite(c.x) && std::isfinite(c.y) && std::isfinite(c.z);
}

// What a path is to the picture.
enum class Mode {
    Camera,   // the camera's own ray: the first clear surface is followed both ways
    Branch,   // the camera's ray still, one of the two ways after that
    Scattered // light that was scattered at least once
};

// Where a path was scattered last: what tells how well aiming from there would have found the light that it meets.
// Straight passages through panes and water leave it alone, for aimed rays go the same way.
struct Last {
    V3f at{0};
    float density = 0;     // of the direction that was taken there, per steradian
    bool specular = false; // mirrored since: no aimed ray goes that way

    // Share of light found by scattering, of both ways to find it (balance heuristic).
    float weight(float aimed) const { return specular ? 1 : density / (density + aimed); }
};

// What a path goes through.
struct Medium {
    Rgb absorption{0}; // 1/m
    bool clear() const { return absorption == Rgb(0); }
};

// Where a path sets out.
struct Start {
    V3f origin, direction;
    V3f camera;          // decides level of detail
    float travelled = 0; // from the camera so far
    Mode mode = Mode::Camera;
    Medium medium;
    bool seesSunDisc = true; // the sun's seesSunDisc itself is seen
    bool certain = true;     // no chance was taken on the way from the camera
};

// One of the two ways on from a clear surface.
struct Way {
    V3f from, along;
    Medium medium;
};

// One path, with what it has gathered. Its parts are steps of follow().
class LightPath {
public:
    LightPath(const Scene& scene, const Environment& env, const Start& start, Sampler& sampler,
              const PathSettings& settings)
        : scene_(scene), env_(env), sampler_(sampler), settings_(settings), camera_(start.camera), o_(start.origin),
          d_(start.direction), medium_(start.medium), mode_(start.mode), travelled_(start.travelled),
          spread_(settings.pixelAngle), left_(settings.bounces), seesSunDisc_(start.seesSunDisc),
          certain_(start.certain), fine_(start.camera) {
        if (start.mode == Mode::Camera && settings.hit) firstHit_ = *settings.hit;
        if (settings.coarse) fine_.pixelAngle = settings.pixelAngle;
        coarse_ = fine_;
        coarse_.coarse = settings.coarse;
    }

    PathSample follow() {
        for (int depth = 0; depth < kLongest && step(); ++depth) {
        }
        if (!finite(out_.radiance)) {
            assert(!"a sample is not finite");
            out_.radiance = out_.deferred = out_.features.emission = Rgb(0);
            out_.lost = true;
            if (settings_.split) *settings_.split = Split();
        }
        return out_;
    }

private:
    static constexpr int kLongest = 96; // events, straight passages among them

    bool scattered() const { return mode_ == Mode::Scattered; }

    // On to the next surface and what happens there; false: the path has ended.
    bool step() {
        const Hit hit = firstHit_ ? *firstHit_ : traceOn();
        firstHit_.reset();
        count();
        if (!hit) {
            escape();
            return false;
        }
        leaving_ = hit;
        if (!medium_.clear()) carried_ *= exponential(medium_.absorption, hit.t);
        travelled_ += hit.t;
        if (!scattered() && !env_.haze.empty() && medium_.clear()) {
            const auto haze = hazeAlong(env_, d_, hit.t);
            add(haze.scattered, kSky, Route::Haze);
            keepUnfiltered(haze.scattered);
            carried_ *= haze.transmittance;
        }
        const ShadingPoint point = shadingAt(scene_, hit, -d_, travelled_ * spread_);
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

    Hit traceOn() const { return trace(scene_, o_, d_, scattered() ? coarse_ : fine_, kFarAway, kMaskAll, leaving_); }

    void count() {
        if (settings_.rays) ++*settings_.rays;
    }

    // Light that the path as it is carries to the camera; `route` where it has not been scattered yet.
    void add(const Rgb& light, int source, Route route) {
        Rgb c = carried_ * light;
        if ((scatterings_ > 0 || !certain_) && settings_.limit > 0) {
            const float l = luminance(c);
            if (l > settings_.limit) c *= settings_.limit / l;
        }
        out_.radiance += c;
        if (deferred_) out_.deferred += c;
        if (!settings_.split) return;
        if (deferred_) c *= settings_.deferredInSplit;
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

    // Of what was added: it shines by itself and every sample of the pixel sees it alike, so that no filter may touch
    // it. What chance brought would stay as a spark.
    void keepUnfiltered(const Rgb& light) {
        if (!described_ && certain_ && !scattered()) out_.features.emission += carried_ * light;
    }

    void escape() {
        const Rgb sun = sunDisc(env_, d_);
        if (!scattered()) {
            const Rgb sky = skyRadiance(env_, d_), seen = seesSunDisc_ ? sun : Rgb(0);
            add(sky, kSky, Route::Background);
            add(seen, kSun, Route::Background);
            keepUnfiltered(sky + seen);
            return;
        }
        const SkySample sky = skySample(env_, d_);
        add(sky.radiance * last_.weight(sky.density), kSky, Route::Background);
        if (!black(sun)) add(sun * last_.weight(1 / sunSolidAngle(env_)), kSun, Route::Background);
    }

    // Adds what arrives along one way from a clear surface, `share` of what the path carries, on a path of its own.
    Features followAside(const Way& way, const Rgb& share, Route route, bool seesSunDisc, bool certain) {
        Split split;
        PathSettings settings = settings_;
        settings.split = settings_.split ? &split : nullptr;
        settings.bounces = left_;
        settings.hit = nullptr;
        LightPath aside(
            scene_, env_,
            {way.from, way.along, camera_, travelled_, Mode::Branch, way.medium, seesSunDisc, certain && certain_},
            sampler_, settings);
        const PathSample r = aside.follow();
        sampler_.countAll();
        const Rgb c = carried_ * share;
        out_.radiance += c * r.radiance;
        out_.deferred += c * r.deferred;
        out_.lost |= r.lost;
        if (!described_) out_.features.emission += c * r.features.emission;
        if (settings_.split) {
            for (int k = 0; k < kSources; ++k) settings_.split->sources[k] += c * split.sources[k];
            for (const Rgb& p : split.routes)
                settings_.split->routes[static_cast<int>(branch_.value_or(route))] += c * p;
        }
        return r.features;
    }

    // On from a clear surface, which mirrors `share` of the light and lets the rest through, tinted. The camera's ray
    // follows both ways without chance: the picture in the surface and the guides of the denoiser keep their edges. A
    // branch follows the stronger way and the weaker one by chance; scattered light takes one of them by chance.
    // False when the path met clear surfaces too often.
    bool divide(const Way& mirrored, const Way& through, float share, const Rgb& tint) {
        const float u = sampler_.pair().x;
        if (--left_.clear < 0) return false;
        bool mirrors;
        if (scattered()) {
            mirrors = u < share;
        } else if (mode_ == Mode::Camera) {
            mode_ = Mode::Branch;
            mirrors = share >= 1;
            if (!mirrors && share > 0) {
                mirrored_ = followAside(mirrored, Rgb(share), Route::Reflection, seesSunDisc_, true);
                mirrored_.albedo *= share;
                mirroredShare_ = share;
                carried_ *= 1 - share;
            }
        } else {
            mirrors = share > 0.5f;
            if (mirrors) {
                if (u < 1 - share) followAside(through, tint, Route::Transmission, seesSunDisc_, false);
                carried_ *= share;
            } else {
                if (u < share) followAside(mirrored, Rgb(1), Route::Reflection, seesSunDisc_, false);
                carried_ *= 1 - share;
            }
        }
        if (mirrors) {
            last_.specular = true;
        } else {
            carried_ *= tint;
        }
        if (!branch_ && scatterings_ == 0) branch_ = mirrors ? Route::Reflection : Route::Transmission;
        const Way& way = mirrors ? mirrored : through;
        o_ = way.from;
        d_ = way.along;
        medium_ = way.medium;
        return true;
    }

    void describe(const Rgb& albedo, const V3f& normal) {
        out_.features.albedo = albedo + mirrored_.albedo;
        // The stronger picture's: half of each is of neither.
        out_.features.normal = mirrored_.depth > 0 && mirroredShare_ > 0.5f ? mirrored_.normal : normal;
        out_.features.depth = 1 / std::max(travelled_, 0.1f);
        described_ = true;
    }

    // At a face from within: a path that set out inside did not know in what.
    void leave(const Medium& inside, float length) {
        if (!medium_.clear()) return;
        carried_ *= exponential(inside.absorption, length);
        medium_ = inside;
    }

    // The surface of a body of water, one face seen from above or below.
    bool meetWater(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const V3f above = offset(hit.position, V3f(0, 0, 1), hit.t), below = offset(hit.position, V3f(0, 0, -1), hit.t);
        const V3f back(d_.x, d_.y, -d_.z);
        if (!point.front) { // out of the water, straight as aimed rays go
            leave({waterAbsorption(*point.water)}, hit.t);
            const float f = fresnelDielectric(std::abs(d_.z), kWaterIndex);
            return divide({below, back, medium_}, {above, d_, {}}, f, Rgb(1));
        }
        const bool described = described_;
        // Waves too short for the pixel turn the mirrored picture by chance; their glint is known as a whole.
        Ripples waves = point.ripples;
        if (waves.variance > 0) {
            const V2f u = sampler_.pair();
            const float r = std::sqrt(-2 * waves.variance * std::log(1 - u.x)), a = 2 * kPi * u.y;
            waves.normal = (waves.normal + V3f(r * std::cos(a), r * std::sin(a), 0)).normalized();
        }
        V3f n = waves.normal;
        // Light that arrives by chance meets water without waves, as aimed rays do.
        if (scattered() || n.dot(outward) <= 0.01f) n = V3f(0, 0, 1);
        const float f = fresnelDielectric(n.dot(outward), kWaterIndex);
        if (!scattered()) {
            const Rgb glint = sunGlint(env_, *point.water, point.ripples, outward);
            if (!black(glint)) add(glint * sunAt(above), kSun, Route::Reflection);
            seesSunDisc_ = false; // the glint stands for it
        }
        V3f up = n * (2 * n.dot(outward)) - outward;
        up.z = std::max(up.z, 0.001f);
        up.normalize();
        const Medium water{waterAbsorption(*point.water)};
        V3f down = d_;
        if (!scattered()) {
            const float in = n.dot(outward);
            down = (d_ / kWaterIndex +
                    n * (in / kWaterIndex - std::sqrt(std::max(0.0f, 1 - (1 - in * in) / (kWaterIndex * kWaterIndex)))))
                       .normalized();
        }
        // What the murk sends back stands for the water's depth; the bed shows through the shallows.
        const Hit bed = trace(scene_, below, down, coarse_, kFarAway, kMaskAll & ~kMaskClear);
        count();
        addMurk(*point.water, above, outward.z, bed ? bed.t : 50.0f, 1 - f);
        const bool goesOn = divide({above, up, {}}, {below, down, water}, f, Rgb(1));
        if (!described) describe(Rgb(1), V3f(0, 0, 1)); // water is its own thing to the denoiser
        return goesOn;
    }

    // Share of the sun's light that arrives.
    Rgb sunAt(const V3f& at) {
        count();
        return transmittance(scene_, at, env_.toSun, scattered() ? coarse_ : fine_);
    }

    // `share` of the light of sun and sky at `above` that the water under it sends back from its depth.
    void addMurk(const WaterLook& water, const V3f& above, float cosine, float length, float share) {
        if (!black(env_.sunIlluminance) && env_.toSun.z > 0) {
            const Rgb back = scatteredBack(water, length, cosine, env_.toSun.z) * share;
            add(back * sunAt(above) * env_.sunIlluminance * env_.toSun.z, kSun, Route::Transmission);
        }
        const V2f u = sampler_.pair();
        const float r = std::sqrt(u.x), a = 2 * kPi * u.y, z = std::sqrt(1 - u.x);
        const V3f toSky(r * std::cos(a), r * std::sin(a), z);
        const Rgb lit = transmittance(scene_, above, toSky, coarse_);
        count();
        add(scatteredBack(water, length, cosine, z) * share * lit * skyRadiance(env_, toSky) * kPi, kSky,
            Route::Transmission);
    }

    // A thin pane, both faces at once.
    bool meetPane(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const float f = fresnelPane(point.normal.dot(outward), point.surface.index);
        const V3f back = point.normal * (2 * point.normal.dot(outward)) - outward;
        return divide({offset(hit.position, point.normal, hit.t), back, medium_},
                      {offset(hit.position, d_, hit.t), d_, medium_}, f, point.surface.albedo);
    }

    // A face of a body of glass.
    bool meetGlass(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const V3f& n = point.surface.normal;
        const float c = std::clamp(n.dot(outward), 0.0f, 1.0f);
        const float index = point.front ? point.surface.index : 1 / point.surface.index;
        const float f = fresnelDielectric(c, index);
        const V3f mirrored = (n * (2 * c) - outward).normalized();
        const float k = 1 - (1 - c * c) / (index * index);
        const V3f refracted = (d_ / index + n * (c / index - std::sqrt(std::max(k, 0.0f)))).normalized();
        const Medium inside{point.surface.absorption};
        if (!point.front) leave(inside, hit.t);
        return divide({offset(hit.position, point.normal, hit.t), mirrored, point.front ? medium_ : inside},
                      {offset(hit.position, -point.normal, hit.t), refracted, point.front ? inside : Medium{}}, f,
                      Rgb(1));
    }

    bool scatter(const Hit& hit, const ShadingPoint& point) {
        const V3f outward = -d_;
        const SurfacePoint& s = point.surface;
        if (!black(s.emission) && point.front) {
            const float w = scattered() ? last_.weight(lampDensity(scene_.lamps, hit, last_.at)) : 1;
            add(s.emission * w, kFirstLampGroup + s.lampGroup, Route::Emission);
            keepUnfiltered(s.emission);
        }
        const Scattering scattering(s, outward);
        const bool first = !described_;
        if (first)
            describe(s.albedo * (1 - s.metalness) + Rgb(0.04f) * s.specular + s.albedo * s.metalness + s.through,
                     s.normal);

        light(hit, point, scattering, first);

        if (!settings_.fullLength) return false;
        deferred_ = true;
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
        mode_ = Mode::Scattered;
        last_ = {hit.position, next.density, false};
        if (!next.glossy) spread_ = std::max(spread_, 0.08f);
        d_ = next.direction;
        o_ = offset(leavingAt(hit, point), onSide >= 0 ? point.normal : -point.normal, hit.t);
        return true;
    }

    static V3f leavingAt(const Hit& hit, const ShadingPoint& point) { return hit.position + V3f(0, 0, point.lift); }

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
        a.origin = offset(leavingAt(hit, point), side >= 0 ? point.normal : -point.normal, hit.t);
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
                const float seesSunDisc = 1 / sunSolidAngle(env_);
                c.light = env_.sunIlluminance * (seesSunDisc / (seesSunDisc + scattering.density(l)));
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
        if (settings_.fullLength) {
            sampler_.countAmong();
            const V2f u = sampler_.pair();
            const SkySample sky = sampleSky(env_, u.x, u.y);
            if (sky.density > 0) {
                Candidate& c = consider(sky.direction);
                c.light = sky.radiance / (sky.density + scattering.density(sky.direction));
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
            const bool before = std::exchange(deferred_, deferred_ || c.source == kSky);
            addAimed(c.aimed, c.light * lit, c.source);
            deferred_ = before;
            if (first && c.source == kSun) out_.features.sunlit = lit.y * env_.sunShare;
        }
    }

    const Scene& scene_;
    const Environment& env_;
    Sampler& sampler_;
    const PathSettings& settings_;
    PathSample out_;
    V3f camera_, o_, d_;
    Leaving leaving_; // what the path comes from
    Last last_;
    Medium medium_;
    Mode mode_;
    Rgb carried_{1};
    Rgb gloss_{0}; // share of what is carried that was scattered by gloss at the first surface
    float travelled_, spread_;
    Bounces left_;
    int scatterings_ = 0;
    bool seesSunDisc_; // see Start
    bool certain_;     // see Start
    Detail fine_, coarse_;
    std::optional<Hit> firstHit_; // of the next step
    bool deferred_ = false;       // what is added now is part of PathSample::rest
    bool described_ = false;      // features are taken
    std::optional<Route> branch_;
    Features mirrored_; // what the first clear surface mirrors
    float mirroredShare_ = 0;
};

} // namespace

PathSample tracePath(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction,
                     Sampler& sampler, const PathSettings& settings) {
    return LightPath(scene, env, {origin, direction, origin}, sampler, settings).follow();
}

} // namespace thallos
