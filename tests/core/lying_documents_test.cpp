// Documents that lie: any value of any kind of item replaced by the worst of its sort. What opens can be built,
// rendered with all passes and saved; what does not is refused in one sentence.
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <limits>
#include <map>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/store.h"
#include "core/trace/scene_builder.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;
using nlohmann::json;

namespace {

// One of every kind, on a small site.
Project everything() {
    Project p = newProject({60, 60}, 1, "Everything");
    p = withRelief(p, {7, 2, 40, 0.4f, {0.01f, 0.02f}});
    Building b = buildingOf(box({-4, -3, 0}, {4, 3, 5}), {.name = "render", .baseColor = Rgb(0.6f), .roughness = 0.7f});
    b.position = {0, 0, naturalOf(p).at(V2f(0))};
    b.yaw = 0.65f;
    b.age = 0.5f;
    Id house;
    p = added(p, "House", b, &house);
    p = added(p, "Pad", BuildingPad{house});
    p = added(p, "Ivy", Climber{"Ivy", house, {0, -3, 0}, -kPi / 2});
    p = added(p, "Figure", Figure{{-6, -8}, 1});
    p = added(p, "Walkway", Walkway{.building = house, .door = {0, -4}, .facing = -kPi / 2, .points = {{0, -12}}});
    Path path;
    path.points = {{-20, -15}, {0, -14}, {20, -18}};
    p = added(p, "Path", path);
    p = added(p, "Wall", SiteLine{.points = {{-18, 8}, {-10, 9}}});
    Terrace terrace;
    terrace.points = {{10, 10}, {20, 10}, {20, 20}, {10, 20}};
    p = added(p, "Terrace", terrace);
    Pool pool;
    pool.points = {{-22, 18}, {-16, 18}, {-16, 24}, {-22, 24}};
    p = added(p, "Pool", pool);
    Stream stream;
    stream.points = {{-28, -25}, {0, -26}, {28, -24}};
    p = added(p, "Stream", stream);
    p = added(p, "Heap", Bank{{{14, -4}}, 4, 1});
    p = added(p, "Pond", Water{{24, 2}, naturalOf(p).at({24, 2}) + 0.3f});
    Cover cover;
    cover.rule = CoverRule{};
    p = added(p, "Grass", cover);
    p = added(p, "Trees", Specimens{{{"Birch", {-20, 2}, 0.5f, 1.1f, 2}}});
    Drift d;
    d.areas = {{{5, -10}, {12, -10}, {12, -5}, {5, -5}}};
    d.mix = {{"Fescue", 0.8f}, {"Oxeye daisy", 0.2f}};
    d.density = 1;
    p = added(p, "Meadow", d);
    p = added(p, "Clearing", Clearing{{{{-12, -20}, {-4, -20}, {-4, -12}}}});
    p = added(p, "Legend", Legend{});
    Mark mark;
    mark.points = {{1, 2, 0}, {5, 2, 0}};
    p = added(p, "Note", mark);
    check(p);
    return grouped(p, "Together", {find(p, "Figure")->id, find(p, "Trees")->id});
}

struct Dumped {
    json document;
    std::map<std::string, std::string> blobs;
};
Dumped dumped(const Project& p) {
    Dumped out;
    out.document = dump(p, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        out.blobs[hash] = bytes;
        return hash;
    });
    return out;
}

// One of what a value of that sort may lie with.
json lie(const json& value, uint64_t chance) {
    const auto pick = [&](std::initializer_list<json> all) { return *(all.begin() + chance % all.size()); };
    if (value.is_number()) {
        const double v = value.get<double>();
        return pick({json(), json(0), json(-v - 1), json(1e30), json(-1e30), json(std::numeric_limits<double>::max()),
                     json(v * 1.01 + 1), json(1e-30), json(7), json("12"), json(4294967295u)});
    }
    if (value.is_string())
        return pick({json(""), json("\xff\xfe\xe4"), json(std::string(65536, 'x')), json("a\tb\nc\x01"),
                     json("../../etc/passwd"), json("/dev/zero"), json(std::string("\0", 1)), json(5), json()});
    if (value.is_boolean()) return pick({json(!value.get<bool>()), json(0), json()});
    if (value.is_array()) {
        json many = json::array();
        for (int i = 0; i < 100'000 && !value.empty() && chance % 7 == 0; ++i) many.push_back(value[0]);
        return pick({json::array(), json(), many, json::array({value}), json(3)});
    }
    return pick({json::object(), json(), json::array(), json(1)});
}

// All places in the document; of lists the first dozen.
void placesOf(const json& j, const json::json_pointer& at, std::vector<json::json_pointer>& out) {
    if (!at.empty()) out.push_back(at);
    if (j.is_object())
        for (const auto& [key, inner] : j.items()) placesOf(inner, at / key, out);
    if (j.is_array())
        for (size_t i = 0; i < std::min<size_t>(j.size(), at.to_string() == "/items" ? j.size() : 12); ++i)
            placesOf(j[i], at / i, out);
}

void expectSoundOrRefused(const Dumped& of, const json& document, const std::string& what) {
    SCOPED_TRACE(what);
    Project p;
    OpenReport report;
    try {
        p = load(
            document,
            [&](const std::string& h) {
                const auto it = of.blobs.find(h);
                if (it == of.blobs.end())
                    throw Error(Error::Kind::Missing, Text("A part of the project is missing"), "");
                return it->second;
            },
            &report);
    } catch (const Error& e) {
        EXPECT_EQ(std::string(e.what()).back(), '.') << e.what();
        return;
    }
    for (const Text& t : report.mended) EXPECT_FALSE(t.english().empty());
    EXPECT_NO_THROW(check(p));
    try {
        const Shot* shot = itemsOf<Shot>(p).empty() ? nullptr : bodyOf<Shot>(itemsOf<Shot>(p).front());
        const auto site = build(p, library());
        SceneBuilder builder(true);
        const auto scene = builder.update(site);
        PictureSettings settings;
        settings.size = V2i(32, 18);
        settings.split = settings.mattes = true;
        Progress progress;
        const Shot plainShot;
        const RenderResult r = renderPicture(*scene, environmentOf(p, shot ? *shot : plainShot),
                                             shot ? *shot : plainShot, settings, 1, false, progress);
        for (const Rgb& c : r.radiance.pixels)
            for (int k = 0; k < 3; ++k) EXPECT_TRUE(std::isfinite(c[k])) << c[k];
    } catch (const Error& e) { // a site that is too much is told
        EXPECT_EQ(std::string(e.what()).back(), '.') << e.what();
    }
    const auto file = scratch() / "lie.thallos";
    try {
        saveProjectAs(p, file);
        EXPECT_EQ(text(openProject(file)), text(p));
    } catch (const Error& e) {
        ADD_FAILURE() << "what opened cannot be saved: " << e.what();
    }
}

} // namespace

TEST(LyingDocuments, AreMendedOrRefusedThenBuiltRenderedAndSaved) {
    const char *asked = std::getenv("THALLOS_FUZZ"), *from = std::getenv("THALLOS_FUZZ_SEED");
    if (!asked) GTEST_SKIP() << "run with THALLOS_FUZZ=300: it still finds documents that take for ever to build";
    const int count = std::atoi(asked);
    const uint64_t seed = from ? std::strtoull(from, nullptr, 10) : 1;
    std::printf("%d documents from seed %llu\n", count, static_cast<unsigned long long>(seed));
    const Dumped whole = dumped(everything());
    expectSoundOrRefused(whole, whole.document, "the whole one");
    std::vector<json::json_pointer> places;
    placesOf(whole.document, json::json_pointer(), places);
    for (int i = 0; i < count && !testing::Test::HasFailure(); ++i) {
        const uint64_t chance = mix(seed, static_cast<uint64_t>(i));
        const auto& place = places[chance % places.size()];
        json document = whole.document;
        document[place] = lie(document[place], mix(chance, 2));
        const std::string what = std::to_string(i) + ": " + place.to_string() + " = " +
                                 document[place].dump(-1, ' ', true, json::error_handler_t::replace).substr(0, 60);
        expectSoundOrRefused(whole, document, what);
    }
}
