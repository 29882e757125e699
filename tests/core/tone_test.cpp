// Levels of detail look as bright as each other, as the whole tracer sees them.
#include <cmath>

#include <gtest/gtest.h>

#include "core/jobs/stage.h"
#include "core/trace/integrator.h"
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
    for (const char* name : {"Ash", "Hazel", "Spruce", "Fescue in ear", "Male fern", "Bamboo"}) {
        const Seen seen(name);
        const double near = seen.at(Level::Near), middle = seen.at(Level::Middle), far = seen.at(Level::Far);
        EXPECT_NEAR(middle / near, 1, 0.06) << name;
        EXPECT_NEAR(far / middle, 1, 0.12) << name;
    }
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
        return brightness(scene, form, {matt(albedo)}, 4000);
    };
    const Mesh block = box({-1, -1, 0}, {1, 1, 2});
    const Rgb dark = of(block, 0.1f), pale = of(block, 0.4f);
    EXPECT_NEAR(luminance(pale) / luminance(dark), 4, 0.01f);
    EXPECT_GT(luminance(pale), 0.05f);
    EXPECT_LT(luminance(pale), 0.4f);
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
    EXPECT_EQ(toneBetween(Rgb(0.1f, 0.2f, 0), Rgb(0.2f, 0.1f, 0.3f)), Rgb(2, 0.5f, 1));
    EXPECT_EQ(toneBetween(Rgb(0.01f), Rgb(1)), toneBetween(Rgb(0.001f), Rgb(1)));
}
