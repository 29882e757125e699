#include <algorithm>
#include <cmath>
#include <optional>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/mesh/reduce.h"
#include "core/planting/silhouette.h"
#include "core/planting/species.h"

namespace thallos {

namespace {

Shaper shaperOf(const SpeciesRecipe& recipe, uint64_t seed) {
    Random random(mix(seed, recipe.version));
    const float size = 1 + random.around(recipe.heightSpread);
    const Growth growth{recipe.height * size, size, random.next()};
    struct Choose {
        const Growth& growth;
        Shaper operator()(const WoodyRecipe& r) const { return growWoody(r, growth); }
        Shaper operator()(const TuftRecipe& r) const { return growTuft(r, growth); }
        Shaper operator()(const HerbRecipe& r) const { return growHerb(r, growth); }
        Shaper operator()(const FrondRecipe& r) const { return growFern(r, growth); }
        Shaper operator()(const CushionRecipe& r) const { return growCushion(r, growth); }
        Shaper operator()(const PadRecipe& r) const { return growPads(r, growth); }
        Shaper operator()(const StoneRecipe& r) const { return growStones(r, growth); }
        Shaper operator()(const LitterRecipe& r) const { return growLitter(r, growth); }
        Shaper operator()(const LogRecipe& r) const { return growLog(r, growth); }
        Shaper operator()(const PersonRecipe& r) const { return growPerson(r, growth); }
        Shaper operator()(const ThingRecipe& r) const { return growThing(r, growth); }
        Shaper operator()(const ClimberRecipe& r) const { return growClimber(r, growth); }
        Shaper operator()(const ProxyRecipe& r) const { return growProxy(r, growth); }
    };
    return std::visit(Choose{growth}, recipe.growth);
}

// The form at a level that covers as much of the view as `seen` (m2): where levels change nothing swells or shrinks.
Form matchSilhouette(const Shaper& shaper, Level level, float seen) {
    constexpr float kClose = 0.02f;
    constexpr int kTries = 7;
    struct Try {
        float fuller, ratio; // of what it covers to what it ought to
    };
    std::optional<Try> narrow, wide; // the nearest so far; what lies between is about straight in logarithms
    Form best;
    float closest = 1e9f, fuller = 1;
    for (int k = 0; k < kTries; ++k) {
        Form form = shaper(level, fuller);
        const Try now{fuller, std::max(silhouette(form), 1e-9f) / std::max(seen, 1e-9f)};
        std::optional<Try>& side = now.ratio < 1 ? narrow : wide;
        const bool idle = side && std::abs(side->ratio - now.ratio) < 0.002f && now.fuller > 1; // it can't do more
        side = now;
        if (std::abs(now.ratio - 1) < closest) {
            closest = std::abs(now.ratio - 1);
            best = std::move(form);
        }
        if (closest < kClose || idle) break;
        if (narrow && wide) {
            const float low = elementary::log2(narrow->ratio), high = elementary::log2(wide->ratio);
            const float share = std::clamp(-low / (high - low), 0.15f, 0.85f);
            fuller = narrow->fuller * elementary::pow(wide->fuller / narrow->fuller, share);
        } else
            fuller = std::clamp(fuller * elementary::pow(now.ratio, -1.5f), 0.1f, 3.0f);
        if (fuller == now.fuller) break;
    }
    return best;
}

// Within its level's budget, should its generator have needed more: each part gives as much of what it has.
Form within(Form form, Level level, uint64_t seed) {
    const size_t most = kMostTriangles[static_cast<size_t>(level)], has = form.triangles();
    if (has <= most) return form;
    for (Mesh& m : form.parts) m = lightened(m, m.triangles.size() * most / has * 98 / 100, seed);
    return form;
}

} // namespace

Individual grow(const SpeciesRecipe& recipe, uint64_t seed) {
    const Shaper shaper = shaperOf(recipe, seed);
    Individual out;
    // Heroes are nearest to the truth; they are kept for nobody here, since few plants are seen so close.
    float seen = silhouette(within(shaper(Level::Hero, 1), Level::Hero, seed)), grain = 0;
    for (const Level level : {Level::Near, Level::Middle, Level::Far}) {
        Form& form = out.forms[static_cast<size_t>(level)];
        form = within(matchSilhouette(shaper, level, seen), level, seed);
        if (level == Level::Near) seen = silhouette(form); // where it can't follow, the others follow it
        form.grain = grain = std::max(form.grain, grain);
    }
    Box3f b;
    for (const Mesh& m : out.form(Level::Near).parts) b.extendBy(bounds(m));
    out.height = b.max.z;
    out.spread = std::max(std::max(b.max.x, -b.min.x), std::max(b.max.y, -b.min.y)) * 2;
    return out;
}

Form growHero(const SpeciesRecipe& recipe, uint64_t seed) {
    return within(shaperOf(recipe, seed)(Level::Hero, 1), Level::Hero, seed);
}

Form growOn(const SpeciesRecipe& recipe, const Support& support, uint64_t seed) {
    const auto& climber = std::get<ClimberRecipe>(recipe.growth);
    constexpr float kSmall = 20; // m2, up to which single leaves are shown in full
    const bool small = support.width * support.height < kSmall;
    return growClimber(climber, {recipe.height, 1, seed}, support)(small ? Level::Hero : Level::Near, 1);
}

} // namespace thallos
