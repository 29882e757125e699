#include <algorithm>

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
Form asWide(const Shaper& shaper, Level level, float seen) {
    constexpr float kClose = 0.02f;
    constexpr int kTries = 6;
    Form best;
    float fuller = 1, closest = 1e9f;
    for (int k = 0; k < kTries; ++k) {
        Form form = shaper(level, fuller);
        const float ratio = seen / std::max(silhouette(form), 1e-9f);
        if (std::abs(ratio - 1) < closest) {
            closest = std::abs(ratio - 1);
            best = std::move(form);
        }
        if (closest < kClose) break;
        fuller = std::clamp(fuller * ratio, 0.1f, 3.0f);
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
    out.forms[static_cast<size_t>(Level::Near)] = within(shaper(Level::Near, 1), Level::Near, seed);
    const float seen = silhouette(out.form(Level::Near));
    for (const Level level : {Level::Middle, Level::Far}) {
        Form& form = out.forms[static_cast<size_t>(level)];
        form = within(asWide(shaper, level, seen), level, seed);
        form.grain = std::max(form.grain, out.forms[static_cast<size_t>(level) - 1].grain);
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
