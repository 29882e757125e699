// Levels of detail look as bright as each other, as the whole tracer sees them.
#include <cmath>

#include <gtest/gtest.h>

#include "core/jobs/stage.h"
#include "core/trace/integrator.h"
#include "core/trace/leaf_colour.h"
#include "core/trace/scene_builder.h"
#include "core/trace/tone.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// Mean radiance of what is seen of the species' individuals at a level, from all sides and at several hours.
class Seen {
public:
    explicit Seen(const std::string& species) {
        const int index = library()->find(species);
        const Stage stage = stageOf(*library(), {{index, 0, 0.3f}, {index, 1, 0.3f}, {index, 2, 0.3f}}, false, 0);
        site_ = build(stage.project, library());
        scene_ = builder_.update(site_);
        Shot shot;
        for (const double hour : {7.5, 11.0, 16.5}) {
            shot.daylight.time = {2026, 7, 12, hour};
            lights_.push_back(environmentOf(stage.project, shot));
        }
    }
    double at(Level level) const {
        double sum = 0;
        for (const auto& tiles : site_->plants)
            for (const auto& tile : tiles)
                for (const PlantRecord& r : tile->records) sum += of(r, level);
        return sum;
    }

private:
    double of(const PlantRecord& r, Level level) const {
        const auto& g = scene_->plantScenes->grown(r.individual);
        const V3f middle = V3f(r.x, r.y, r.z + g.top / 2);
        const float away = 4 * (g.reach + g.top);
        double sum = 0, met = 0;
        for (int side = 0; side < 4; ++side) {
            const float a = kPi / 2 * static_cast<float>(side) + 0.5f;
            const V3f out = V3f(std::cos(a), std::sin(a), 0.15f).normalized(), right(-std::sin(a), std::cos(a), 0),
                      up = out.cross(right), eye = middle + out * away;
            Detail detail(eye);
            detail.pixelAngle = pixelFor(g, (V3f(r.x, r.y, r.z) - eye).length() - g.reach, level);
            PathSettings settings;
            settings.pixelAngle = detail.pixelAngle;
            for (uint32_t i = 0; i < 2000; ++i) {
                Sampler place(i, static_cast<uint32_t>(side), 0, 7);
                const V2f u = place.pair();
                const V3f at = middle + right * (g.reach * (2 * u.x - 1)) + up * (g.top * (u.y - 0.5f));
                const Hit hit = trace(*scene_, eye, (at - eye).normalized(), detail);
                if (!hit || hit.plant == nullptr || hit.plant->individual != r.individual) continue;
                EXPECT_EQ(hit.level, level);
                Sampler sampler(i, static_cast<uint32_t>(side), 1, 9);
                const auto& light = lights_[(i + static_cast<uint32_t>(side)) % lights_.size()];
                sum += luminance(tracePath(*scene_, light, eye, (at - eye).normalized(), sampler, settings).radiance);
                ++met;
            }
        }
        return sum / std::max(met, 1.0);
    }
    static float pixelFor(const PlantScenes::Grown& g, float away, Level level) {
        if (level == Level::Near) return 1e-7f;
        return 1.001f * g.grain[static_cast<size_t>(level)] / away;
    }

    std::shared_ptr<const BuiltSite> site_;
    SceneBuilder builder_;
    std::shared_ptr<const Scene> scene_;
    std::vector<Environment> lights_;
};

} // namespace

TEST(Tone, LevelsLookAlike) {
    for (const char* name :
         {"Ash", "Oak", "Hazel", "Spruce", "Box hedge", "Fescue in ear", "Male fern", "Bracken", "Bamboo"}) {
        const Seen seen(name);
        const double near = seen.at(Level::Near), middle = seen.at(Level::Middle), far = seen.at(Level::Far);
        EXPECT_NEAR(middle / near, 1, 0.06) << name;
        EXPECT_NEAR(far / middle, 1, 0.12) << name;
    }
}

TEST(Tone, CrownsAreLighterHighUpAndYoungOutside) {
    const int index = library()->find("Oak");
    const SpeciesRecipe& oak = library()->species()[static_cast<size_t>(index)].recipe;
    const Individual& tree = library()->individual(IndividualId::of(index));
    const float edge = tree.spread / 2, high = tree.height;
    const auto at = [&](const V3f& p, Season season = Season::Summer, bool foliage = true) {
        return crownTint(oak, season, tree, p, foliage);
    };
    EXPECT_GT(luminance(at({0, 0, high}, Season::Summer, false)),
              luminance(at({0, 0, 0.3f * high}, Season::Summer, false)));
    const Rgb inside = at({0, 0, 0.55f * high}), outside = at({edge, 0, 0.55f * high});
    EXPECT_GT(luminance(outside), 1.03f * luminance(inside));
    EXPECT_LT(outside.z / outside.y, inside.z / inside.y) << "young leaves are yellower";
    // More of them in spring; none from autumn on, and no petal is a young leaf.
    EXPECT_GT(luminance(at({edge, 0, 0.55f * high}, Season::Spring)), luminance(outside));
    for (const Season season : {Season::Autumn, Season::Bare, Season::Snow})
        EXPECT_EQ(at({edge, 0, 0.55f * high}, season), at({0, 0, 0.55f * high}, season));
    EXPECT_EQ(at({edge, 0, 0.55f * high}, Season::Summer, false), at({0, 0, 0.55f * high}, Season::Summer, false));
}

TEST(Tone, GlossAndTintsAreToldApart) {
    // A level sheet of leaves: it shines above, not below, and its tint is in its colour alone.
    Form form;
    form.parts.resize(2);
    form.parts[1].positions = {{-1, -1, 0}, {1, -1, 0}, {1, 1, 0}, {-1, 1, 0}};
    form.parts[1].triangles = {{0, 1, 2}, {0, 2, 3}};
    const auto of = [&](const Tint& tint) {
        RTCScene scene = rtcNewScene(embreeDevice());
        const EmbreeScene held(scene);
        RTCGeometry g = triangleGeometry(form.parts[1]);
        rtcCommitGeometry(g);
        rtcAttachGeometryByID(scene, g, 1);
        rtcReleaseGeometry(g);
        rtcCommitScene(scene);
        return brightness(scene, form, {matt(0.1f), matt(0.1f)}, 4000, tint);
    };
    const Brightness above = of(nullptr), red = of([](unsigned part, const V3f&) {
                                              EXPECT_EQ(part, 1u);
                                              return Rgb(2, 1, 1);
                                          });
    EXPECT_GT(luminance(above.glossy), 0.01f * luminance(above.matt));
    EXPECT_NEAR(red.matt.x / above.matt.x, 2, 0.02f);
    EXPECT_NEAR(red.matt.y / above.matt.y, 1, 2e-3f);
    EXPECT_NEAR(red.glossy.x / above.glossy.x, 1, 0.02f);
    std::swap(form.parts[1].triangles[0].y, form.parts[1].triangles[0].z); // half of it lies upside down
    EXPECT_LT(luminance(of(nullptr).glossy), 0.85f * luminance(above.glossy));
}

TEST(Tone, BrightnessIsOfWhatIsSeen) {
    const auto of = [](const Mesh& mesh, float albedo) {
        Form form;
        form.parts = {mesh};
        RTCScene scene = rtcNewScene(embreeDevice());
        const EmbreeScene held(scene);
        RTCGeometry g = triangleGeometry(mesh);
        rtcCommitGeometry(g);
        rtcAttachGeometryByID(scene, g, 0);
        rtcReleaseGeometry(g);
        rtcCommitScene(scene);
        return brightness(scene, form, {matt(albedo)}, 4000).matt;
    };
    const Mesh block = box({-1, -1, 0}, {1, 1, 2});
    const Rgb dark = of(block, 0.1f), pale = of(block, 0.4f);
    EXPECT_NEAR(luminance(pale) / luminance(dark), 4, 0.01f);
    // More than under half of a sky alone, less than if all of it faced the sun.
    EXPECT_GT(luminance(pale), 0.5f * 0.4f);
    EXPECT_LT(luminance(pale), (1 + 8) * 0.4f);
    EXPECT_EQ(of(block, 0.4f), pale) << "the same each time";
    // Boards that stand close shade each other.
    Mesh boards;
    for (int k = 0; k < 10; ++k) {
        const float x = -1 + 0.2f * static_cast<float>(k);
        const Mesh board = box({x, -1, 0}, {x + 0.02f, 1, 2});
        const int first = static_cast<int>(boards.positions.size());
        boards.positions.insert(boards.positions.end(), board.positions.begin(), board.positions.end());
        for (const V3i& t : board.triangles) boards.triangles.push_back(t + V3i(first));
    }
    EXPECT_LT(luminance(of(boards, 0.4f)), 0.8f * luminance(pale));
    // By colour, and never by more than can be made good.
    const auto tone = [](const Rgb& now, const Rgb& wanted, float gloss = 0, float wantedGloss = 0) {
        return toneBetween({now, Rgb(gloss)}, {wanted, Rgb(wantedGloss)});
    };
    EXPECT_EQ(tone(Rgb(0.1f, 0.2f, 0), Rgb(0.2f, 0.1f, 0.3f)), Rgb(2, 0.5f, 1));
    EXPECT_EQ(tone(Rgb(0.01f), Rgb(1)), tone(Rgb(0.001f), Rgb(1)));
    // Colours make good for gloss, which they can't change.
    EXPECT_NEAR(tone(Rgb(0.2f), Rgb(0.2f), 0.05f, 0.01f).x, 0.8f, 1e-5f);
    EXPECT_NEAR(tone(Rgb(0.2f), Rgb(0.1f), 0.02f, 0.12f).x, 1, 1e-5f);
}
