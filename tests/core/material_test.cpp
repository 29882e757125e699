#include <array>
#include <filesystem>
#include <fstream>
#include <map>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/material/library.h"
#include "core/material/material.h"
#include "core/model/model_blob.h"

namespace fs = std::filesystem;
using namespace thallos;

namespace {

const MaterialLibrary& shipped() {
    static const auto library = MaterialLibrary::load(fs::path(THALLOS_SOURCE) / "assets/materials");
    return *library;
}

Texture noisy(int width, int height) {
    Random random(3);
    std::vector<Texel> texels(static_cast<size_t>(width) * height);
    for (Texel& t : texels)
        t = encodeTexel({.color = Rgb(random.unit()),
                         .slope = V2f(random.around(1), random.around(1)),
                         .roughness = random.unit(),
                         .metalness = random.unit()});
    return {width, height, std::move(texels)};
}

fs::path temporary(const char* name) {
    const fs::path folder = fs::temp_directory_path() / name;
    fs::remove_all(folder);
    fs::create_directories(folder);
    return folder;
}

} // namespace

TEST(Texture, TexelsKeepTheirValues) {
    const TextureSample s{
        .color = Rgb(0.2f, 0.5f, 0.1f), .opacity = 0.5f, .slope = {0.3f, -0.02f}, .roughness = 0.4f, .metalness = 1};
    const TextureSample back = decodeTexel(encodeTexel(s));
    for (int k = 0; k < 3; ++k) EXPECT_NEAR(back.color[k], s.color[k], 0.006f);
    EXPECT_NEAR(back.opacity, 0.5f, 0.003f);
    EXPECT_NEAR(back.slope.x, 0.3f, 0.01f);
    EXPECT_NEAR(back.slope.y, -0.02f, 0.002f);
    EXPECT_NEAR(back.roughness, 0.4f, 0.003f);
    EXPECT_EQ(back.metalness, 1);
    EXPECT_EQ(decodeTexel(encodeTexel({})).slope, V2f(0));
}

TEST(Texture, EveryLevelHasTheSameMean) {
    for (const V2i& size : {V2i(64, 64), V2i(37, 21), V2i(1, 9)}) {
        const Texture t = noisy(size.x, size.y);
        Rgb coarse = t.sample(V2f(0.5f), 1e6f).color;
        EXPECT_NEAR(coarse.x, t.mean().color.x, 0.02f) << size;
        EXPECT_NEAR(t.mean().color.x, 0.5f, 0.15f) << size;
    }
}

TEST(Texture, FarReliefMakesRougher) {
    const Texture t = noisy(64, 64);
    EXPECT_GT(t.sample(V2f(0.5f), 1).roughness, t.mean().roughness + 0.1f);
    EXPECT_LT(t.sample(V2f(0.5f), 1).slope.length(), 0.1f);
}

TEST(Texture, WrapsFarFromTheOrigin) {
    const Texture t = noisy(16, 16);
    const TextureSample a = t.sample(V2f(0.25f, 0.75f), 0), b = t.sample(V2f(-4095.75f, 8192.75f), 0);
    EXPECT_EQ(a.color, b.color);
    EXPECT_EQ(a.slope, b.slope);
}

TEST(Texture, OneTexelAndVeryWide) {
    EXPECT_NEAR(noisy(1, 1).sample(V2f(0.9f, -3), 0.2f).opacity, 1, 1e-6f);
    const Texture wide = noisy(16384, 2);
    EXPECT_EQ(wide.width(), 16384);
    EXPECT_TRUE(std::isfinite(wide.sample(V2f(0.99999f, 0.5f), 1e-5f).color.x));
    EXPECT_TRUE(Texture().empty());
}

TEST(Texture, BudgetDropsTheFinestOfTheLargest) {
    std::vector<std::shared_ptr<const Texture>> all = {std::make_shared<Texture>(noisy(256, 256)),
                                                       std::make_shared<Texture>(noisy(32, 32))};
    const size_t small = all[1]->bytes();
    fit(all, 100000);
    EXPECT_LE(all[0]->bytes() + all[1]->bytes(), 100000u);
    EXPECT_EQ(all[0]->width(), 64);
    EXPECT_EQ(all[1]->bytes(), small);
    fit(all, 0); // never fails
    EXPECT_EQ(all[0]->width(), 1);
}

TEST(Texture, MapsOfManySizesMakeOne) {
    auto color = std::make_shared<Picture>(Picture{2, 2, {255, 0, 0, 255, 255, 0, 0, 255, 0, 0, 255, 0, 0, 0, 255, 0}});
    auto rough = std::make_shared<Picture>(Picture{1, 1, {51, 51, 51, 255}});
    auto normal = std::make_shared<Picture>(Picture{4, 4, std::vector<uint8_t>(64, 128)});
    for (size_t i = 0; i < 64; i += 4) const_cast<std::vector<uint8_t>&>(normal->rgba)[i + 2] = 255;
    Maps maps{.color = color, .roughness = rough, .normal = normal};
    const Texture t = makeTexture(maps);
    EXPECT_EQ(t.width(), 4);
    EXPECT_TRUE(t.cuts());
    const TextureSample top = t.sample(V2f(0.5f, 0.75f), 0);
    EXPECT_NEAR(top.roughness, 0.2f, 0.01f);
    EXPECT_EQ(top.metalness, 0);
    EXPECT_GT(top.color.x, top.color.z); // rows run from the top
    EXPECT_GT(top.opacity, 0.7f);
    EXPECT_NEAR(top.slope.length(), 0, 0.02f);
}

TEST(Texture, NamesTellTheMap) {
    EXPECT_EQ(mapNamed("oak_basecolor"), &Maps::color);
    EXPECT_EQ(mapNamed("Oak-Roughness-2k"), &Maps::roughness);
    EXPECT_EQ(mapNamed("oak_nor_gl"), &Maps::normal);
    EXPECT_EQ(mapNamed("oak_Displacement"), &Maps::height);
    EXPECT_EQ(mapNamed("grille_opacity"), &Maps::opacity);
    EXPECT_EQ(mapNamed("steel_metallic"), &Maps::metalness);
}

TEST(Texture, HeightsBecomeSlopes) {
    Picture ramp{64, 1, {}};
    for (int x = 0; x < 64; ++x)
        ramp.rgba.insert(ramp.rgba.end(), 3, static_cast<uint8_t>(x * 4)), ramp.rgba.push_back(255);
    const Texture t = makeTexture({.height = std::make_shared<Picture>(ramp)});
    EXPECT_NEAR(t.sample(V2f(0.5f), 0).slope.x, 0.02f, 0.004f);
}

TEST(TextureMapping, PiecesKeepTheirBond) {
    // A brick with a dark left end: every brick of the wall has it at the same place of its bond.
    std::vector<Texel> texels(64 * 16);
    for (int y = 0; y < 16; ++y)
        for (int x = 0; x < 64; ++x) texels[y * 64 + x] = encodeTexel({.color = Rgb(x % 16 < 4 ? 0.05f : 0.6f)});
    const Texture t(64, 16, std::move(texels));
    TextureMapping l{
        .kind = TextureMapping::Kind::Pieces, .size = {0.8f, 0.2f}, .piece = {0.2f, 0.1f}, .shifts = {0, 0}};
    for (int i = -40; i < 40; ++i) {
        const V2f brick(0.2f * static_cast<float>(i), 0.1f * static_cast<float>(i % 7));
        EXPECT_LT(sampleMapped(t, l, brick + V2f(0.025f, 0.05f), 0).color.x, 0.1f) << i;
        EXPECT_GT(sampleMapped(t, l, brick + V2f(0.12f, 0.05f), 0).color.x, 0.5f) << i;
    }
}

TEST(TextureMapping, PicturesOfOnesOwnCanBeMixed) {
    // Noise of 128 x 128: laid again and again it repeats exactly, mixed it doesn't.
    auto picture = std::make_shared<Picture>(Picture{128, 128, {}});
    Random random(3);
    for (int i = 0; i < 128 * 128; ++i) {
        const auto v = static_cast<uint8_t>(random.next() % 256);
        picture->rgba.insert(picture->rgba.end(), {v, v, v, 255});
    }
    Surface s{.name = "own"};
    s.maps.color = picture;
    s.textureSize = 1;
    const auto texture = std::make_shared<const Texture>(makeTexture(s.maps));
    EXPECT_GT(repetition(*texture, pictured(s, texture).mapping, 5.12f, 0.5f), 0.9f);
    s.mixed = true;
    EXPECT_LT(repetition(*texture, pictured(s, texture).mapping, 5.12f, 0.5f), 0.15f);
}

TEST(TextureMapping, BandsRunIntoEachOther) {
    // Two bands, light and dark: along a row they change often, but nowhere at once.
    std::vector<Texel> texels(64 * 16);
    for (int y = 0; y < 16; ++y)
        for (int x = 0; x < 64; ++x) texels[y * 64 + x] = encodeTexel({.color = Rgb(y < 8 ? 0.1f : 0.6f)});
    const Texture t(64, 16, std::move(texels));
    const TextureMapping l{.kind = TextureMapping::Kind::Pieces, .size = {2, 0.2f}, .piece = {2, 0.1f}, .fade = 1.5f};
    float least = 1, most = 0;
    for (int row = 0; row < 6; ++row)
        for (int i = 0; i < 4000; ++i) {
            const V2f at(0.01f * static_cast<float>(i), 0.05f + 0.1f * static_cast<float>(row));
            const float here = sampleMapped(t, l, at, 0).color.x;
            least = std::min(least, here);
            most = std::max(most, here);
            EXPECT_LT(std::abs(here - sampleMapped(t, l, at + V2f(0.01f, 0), 0).color.x), 0.01f) << row << " " << i;
        }
    EXPECT_LT(least, 0.13f);
    EXPECT_GT(most, 0.55f);
}

TEST(TextureMapping, TurnedPatchesTurnTheirSlopes) {
    // A cone's slopes point away from its middle, however the patch lies: the mean slope of a whole field is nought,
    // and none is longer than the texture's own.
    std::vector<Texel> texels(32 * 32, encodeTexel({.slope = {0.5f, 0}}));
    const Texture t(32, 32, std::move(texels));
    const TextureMapping l{.kind = TextureMapping::Kind::Blend, .turns = true};
    V2f sum(0);
    for (int i = 0; i < 4000; ++i) {
        const V2f s =
            sampleMapped(t, l, V2f(0.131f * static_cast<float>(i), 0.077f * static_cast<float>(i % 97)), 0).slope;
        EXPECT_LT(s.length(), 0.5f * 1.74f); // where three patches meet their contrast is kept
        sum += s / 4000;
    }
    EXPECT_LT(sum.length(), 0.06f);
}

TEST(MaterialLibrary, HoldsManyThatDiffer) {
    std::map<std::string, std::vector<const Recipe*>> generators;
    for (const Recipe& r : shipped().recipes()) {
        if (r.generator.empty()) continue;
        // Where two share a generator they are made of other numbers, or of colours that nobody takes for the same.
        for (const Recipe* other : generators[r.generator]) {
            float off = 0;
            for (size_t k = 0; k < std::min(r.colors.size(), other->colors.size()); ++k)
                off = std::max(off, (r.colors[k] - other->colors[k]).length());
            EXPECT_TRUE(r.numbers != other->numbers || off > 0.08f) << r.name << " is like " << other->name;
        }
        generators[r.generator].push_back(&r);
    }
    EXPECT_GE(generators.size(), 48u);
    EXPECT_EQ(generators.size(), generatorNames().size()) << "a generator without a recipe";
}

TEST(MaterialLibrary, SheetsAreSoundAndClose) {
    for (const Recipe& r : shipped().recipes()) {
        const Texture t = bake(r, 128);
        if (t.empty()) continue;
        const TextureSample& mean = t.mean();
        EXPECT_GT(luminance(mean.color), 0.002f) << r.name;
        EXPECT_LT(luminance(mean.color), 0.97f) << r.name; // frosted glass
        // The step over the texture's edge is no greater than steps within.
        double edge = 0, within = 0;
        const std::vector<Texel> texels = t.texels();
        const auto at = [&](int x, int y) {
            return luminance(decodeTexel(texels[static_cast<size_t>(y) * t.width() + x]).color);
        };
        for (int y = 0; y < t.height(); ++y) {
            edge += std::abs(at(0, y) - at(t.width() - 1, y));
            for (int x = 1; x < t.width(); ++x) within += std::abs(at(x, y) - at(x - 1, y)) / (t.width() - 1);
        }
        if (r.mapping.kind == TextureMapping::Kind::Blend && r.mapping.piece.x <= 0)
            EXPECT_LT(edge, 2.2 * within + 0.05) << r.name;
    }
}

TEST(MaterialLibrary, NothingRepeatsToTheEye) {
    for (const Recipe& r : shipped().recipes()) {
        const Texture t = bake(r, 256);
        if (t.empty()) continue;
        const float size = std::max(r.mapping.size.x, r.mapping.size.y);
        // Bonds repeat by their nature; what must not is the texture: shifts by whole textures.
        const bool bond = r.mapping.kind == TextureMapping::Kind::Pieces || r.mapping.piece.x > 0;
        if (bond) continue;
        EXPECT_LT(repetition(t, r.mapping, 10 * size, 0.5f * size), 0.15f) << r.name;
    }
}

TEST(MaterialLibrary, PiecesOfABondAreShuffled) {
    // Tones of whole pieces, along the courses: no shift brings them back.
    for (const Recipe& r : shipped().recipes()) {
        if (r.mapping.kind != TextureMapping::Kind::Pieces || r.name == "Perforated steel") continue;
        const Texture t = bake(r, 256);
        constexpr int kWide = 128, kRows = 24;
        std::vector<double> tones(kWide * kRows);
        double mean = 0;
        for (int j = 0; j < kRows; ++j)
            for (int i = 0; i < kWide; ++i) {
                double sum = 0;
                for (int k = 0; k < 12; ++k)
                    sum += luminance(
                        sampleMapped(t, r.mapping,
                                     V2f((static_cast<float>(i) + 0.08f * static_cast<float>(k)) * r.mapping.piece.x,
                                         (static_cast<float>(j) + 0.5f) * r.mapping.piece.y),
                                     r.mapping.piece.y * 0.4f)
                            .color);
                tones[j * kWide + i] = sum;
                mean += sum / (kWide * kRows);
            }
        double variance = 0, worst = 0;
        for (double& v : tones) {
            v -= mean;
            variance += v * v;
        }
        if (variance < 1e-6) continue;
        for (int d = 2; d < kWide / 2; ++d) {
            double sum = 0;
            for (int j = 0; j < kRows; ++j)
                for (int i = 0; i + d < kWide; ++i) sum += tones[j * kWide + i] * tones[j * kWide + i + d];
            worst = std::max(worst, sum / variance * kWide / (kWide - d));
        }
        EXPECT_LT(worst, 0.3) << r.name;
    }
}

TEST(MaterialLibrary, CacheGivesTheSameSheet) {
    const fs::path cache = temporary("thallos-sheets");
    const fs::path recipes = temporary("thallos-recipes");
    std::ofstream(recipes / "a.json") << R"({"name":"A","family":"x","generator":"limewash",
        "colors_srgb":[[0.8,0.8,0.7],[0.6,0.6,0.5]],"laying":{"kind":"blend","size_m":[1,0.25]}})";
    const auto first = MaterialLibrary::load(recipes, cache);
    const auto baked = first->texture("A", MaterialLibrary::kFull);
    EXPECT_TRUE(first->ready("A", MaterialLibrary::kFull));
    EXPECT_EQ(first->texture("A", MaterialLibrary::kFull), baked);
    ASSERT_FALSE(fs::is_empty(cache));
    const auto again = MaterialLibrary::load(recipes, cache)->texture("A", MaterialLibrary::kFull);
    ASSERT_EQ(again->texels().size(), baked->texels().size());
    const std::vector<Texel> before = baked->texels(), after = again->texels();
    EXPECT_EQ(std::memcmp(after.data(), before.data(), baked->bytes()), 0);
    EXPECT_EQ(again->cuts(), baked->cuts());
    EXPECT_THROW(MaterialLibrary::load(recipes, cache)->texture("A", MaterialLibrary::kFull, [] { return true; }),
                 Error);
    // What an earlier version left goes, other things stay.
    std::ofstream(cache / "0123-2048-1.sheet") << "old";
    std::ofstream(cache / "letter.txt") << "mine";
    MaterialLibrary::load(recipes, cache);
    EXPECT_FALSE(fs::exists(cache / "0123-2048-1.sheet"));
    EXPECT_TRUE(fs::exists(cache / "letter.txt"));
    fs::remove(cache / "letter.txt");
    // A broken file of the cache is made again.
    for (const auto& f : fs::directory_iterator(cache)) fs::resize_file(f.path(), 100);
    EXPECT_EQ(MaterialLibrary::load(recipes, cache)->texture("A", MaterialLibrary::kFull)->mean().color,
              baked->mean().color);
    EXPECT_EQ(first->texture("B", 64), nullptr);
    EXPECT_EQ(first->surface("B").name, "B");
    EXPECT_THROW(bake(*first->find("A"), 256, [] { return true; }), Error);
}

constexpr const char* kLimewash = R"({"name":"A","family":"x","generator":"limewash",
    "colors_srgb":[[0.8,0.8,0.7],[0.2,0.2,0.1]],"laying":{"kind":"blend","size_m":[1,1]}})";

TEST(MaterialLibrary, FinestLevelsAreReadWhenSomebodyLooksClosely) {
    const fs::path cache = temporary("thallos-sheets-close"), recipes = temporary("thallos-recipes-close");
    std::ofstream(recipes / "a.json") << kLimewash;
    constexpr int kWide = MaterialLibrary::kFull;
    const auto library = MaterialLibrary::load(recipes);
    const auto whole = library->texture("A", kWide); // without a cache
    EXPECT_EQ(whole->bytesHeld(), whole->bytes());
    const auto texture = MaterialLibrary::load(recipes, cache)->texture("A", kWide);
    EXPECT_EQ(texture->bytes(), whole->bytes());
    const size_t least = texture->bytesHeld();
    EXPECT_LT(least, whole->bytes() / 12);
    const auto same = [&](float footprint) {
        for (int i = 0; i < 50; ++i) {
            const V2f uv(0.37f * static_cast<float>(i), 0.61f * static_cast<float>(i));
            const TextureSample a = whole->sample(uv, footprint), b = texture->sample(uv, footprint);
            EXPECT_EQ(a.color, b.color) << footprint;
            EXPECT_EQ(a.slope, b.slope) << footprint;
        }
    };
    same(8.0f / kWide);
    EXPECT_EQ(texture->bytesHeld(), least);
    fs::remove_all(cache); // what is open stays readable
    same(2.0f / kWide);
    EXPECT_LT(texture->bytesHeld(), whole->bytes() / 2);
    same(1.0f / kWide);
    EXPECT_EQ(texture->bytesHeld(), whole->bytes());
    const Texture coarser = texture->coarser();
    EXPECT_EQ(coarser.width(), kWide / 2);
    EXPECT_EQ(coarser.bytesHeld(), least) << "it holds on to nothing that was read";
    EXPECT_EQ(coarser.sample({0.3f, 0.4f}, 2.0f / kWide).color, whole->sample({0.3f, 0.4f}, 2.0f / kWide).color);
}

TEST(MaterialLibrary, ALevelThatIsLostIsStoodForByTheNext) {
    const fs::path cache = temporary("thallos-sheets-lost"), recipes = temporary("thallos-recipes-lost");
    std::ofstream(recipes / "a.json") << kLimewash;
    constexpr int kWide = MaterialLibrary::kFull;
    MaterialLibrary::load(recipes, cache)->texture("A", kWide);
    for (const auto& f : fs::directory_iterator(cache)) { // its end is the end of the second finest level
        std::fstream file(f.path(), std::ios::in | std::ios::out | std::ios::binary);
        file.seekp(-2000, std::ios::end);
        for (int i = 0; i < 1000; ++i) file.put('\x55');
    }
    const auto whole = MaterialLibrary::load(recipes)->texture("A", kWide),
               texture = MaterialLibrary::load(recipes, cache)->texture("A", kWide);
    EXPECT_EQ(texture->sample({0.3f, 0.4f}, 1.0f / kWide).color, whole->sample({0.3f, 0.4f}, 1.0f / kWide).color);
    EXPECT_EQ(texture->sample({0.3f, 0.4f}, 2.0f / kWide).color, whole->sample({0.3f, 0.4f}, 4.0f / kWide).color);
    EXPECT_EQ(texture->texels().size(), whole->texels().size());
}

TEST(MaterialLibrary, BadRecipesAreRefusedByName) {
    const auto reason = [&](const std::string& text) -> std::string {
        const fs::path folder = temporary("thallos-bad-recipe");
        std::ofstream(folder / "bad.json") << text;
        try {
            MaterialLibrary::load(folder);
        } catch (const Error& e) {
            return e.what();
        }
        return "";
    };
    EXPECT_NE(reason("{"), "");
    EXPECT_NE(reason(R"({"family":"x"})"), "");
    EXPECT_NE(reason(R"({"name":"A","family":"x","generator":"nothing"})").find("nothing"), std::string::npos);
    EXPECT_NE(reason(R"({"name":"A","family":"x","roughness":7})").find("roughness"), std::string::npos);
    EXPECT_NE(reason(R"({"name":"A","family":"x","laying":{"kind":"pieces","size_m":[1,1],"piece_m":[0.3,0.5]}})")
                  .find("whole numbers"),
              std::string::npos);
    EXPECT_NE(reason(R"({"name":"A","family":"x","colors_srgb":[[1,"b",0]]})"), "");
}

TEST(Material, TakesTheSurfacesOwnColour) {
    const auto texture = shipped().texture("Rubble, coursed", 256);
    Surface s = shipped().surface("Rubble, coursed");
    s.baseColor = Rgb(0.2f, 0.1f, 0.05f);
    s.roughness = 0.5f;
    const Material m = textured(s, texture, shipped().find("Rubble, coursed")->mapping);
    Rgb mean(0);
    float rough = 0;
    for (int i = 0; i < 4000; ++i) {
        const SurfacePoint q =
            evaluate(m, {.position = V3f(0.0713f * static_cast<float>(i), 0, 0.0093f * static_cast<float>(i % 700)),
                         .normal = {0, -1, 0},
                         .facet = {0, -1, 0}});
        mean += q.albedo / 4000;
        rough += q.roughness / 4000;
        ASSERT_NEAR(q.normal.length(), 1, 1e-4);
    }
    for (int k = 0; k < 3; ++k) EXPECT_NEAR(mean[k], s.baseColor[k], 0.15f * s.baseColor[k]);
    EXPECT_NEAR(rough, 0.5f, 0.05f);
}

TEST(Material, FarAwayIsItsMean) {
    const Material m = textured(shipped().surface("River gravel"), shipped().texture("River gravel", 256),
                                shipped().find("River gravel")->mapping);
    const SurfacePoint a = evaluate(m, {.position = {0.1f, 0.2f, 0}, .footprint = 20}),
                       b = evaluate(m, {.position = {7.3f, 4.1f, 0}, .footprint = 20});
    EXPECT_NEAR(a.albedo.x, b.albedo.x, 0.01f);
    EXPECT_GT(a.normal.z, 0.999f);
}

TEST(Material, ReliefTurnsWithTheSheet) {
    // Slopes along the texture's x; turned by a quarter they run up the wall.
    Surface s{.name = "x", .recipe = "x"};
    const auto texture =
        std::make_shared<Texture>(Texture(1, 1, {encodeTexel({.color = Rgb(0.5f), .slope = {0.5f, 0}})}));
    const HitPoint wall{.normal = {0, -1, 0}, .facet = {0, -1, 0}};
    const V3f level = evaluate(textured(s, texture, {}), wall).normal;
    EXPECT_NEAR(level.x, -0.447f, 0.02f);
    EXPECT_NEAR(level.z, 0, 1e-3f);
    s.turn = kPi / 2;
    const V3f up = evaluate(textured(s, texture, {}), wall).normal;
    EXPECT_NEAR(up.x, 0, 1e-3f);
    EXPECT_NEAR(up.z, -0.447f, 0.02f);
    s.relief = 0;
    EXPECT_EQ(evaluate(textured(s, texture, {}), wall).normal, V3f(0, -1, 0));
}

TEST(Material, StonesAreLaidFromThreeSidesWithoutABorder) {
    const Material m = textured(shipped().surface("Field-stone surface"), shipped().texture("Field-stone surface", 256),
                                shipped().find("Field-stone surface")->mapping);
    const auto at = [&](const V3f& d) {
        const V3f n = d.normalized();
        return evaluate(m, {.position = n * 0.8f, .normal = n, .facet = n, .faceless = true, .footprint = 0.06f});
    };
    // Along a great circle's wave across all axes two neighbours never differ much, and all of them do.
    float step = 0, darkest = 1, palest = 0;
    constexpr int kSteps = 4000;
    for (int i = 0; i < kSteps; ++i) {
        const auto on = [&](int k) {
            const float a = 2 * kPi * static_cast<float>(k) / kSteps;
            return V3f(std::cos(a), std::sin(a), 0.9f * std::sin(3 * a));
        };
        const SurfacePoint here = at(on(i));
        EXPECT_NEAR(here.normal.length(), 1, 1e-4f);
        const float l = luminance(here.albedo);
        step = std::max(step, std::abs(l - luminance(at(on(i + 1)).albedo)));
        darkest = std::min(darkest, l);
        palest = std::max(palest, l);
    }
    EXPECT_LT(step, 0.1f * (palest - darkest));
    EXPECT_GT(palest, 1.2f * darkest);
    // On an axis it is the texture as it lies.
    Material sloping = m;
    sloping.mapping = {};
    sloping.texture = std::make_shared<Texture>(Texture(1, 1, {encodeTexel({.color = Rgb(0.5f), .slope = {0.5f, 0}})}));
    for (int axis = 0; axis < 3; ++axis)
        for (const float side : {1.0f, -1.0f}) {
            V3f n(0), slope(0);
            n[axis] = side;
            slope[(axis + 1) % 3] = -0.447f;
            const V3f seen = evaluate(sloping, {.normal = n, .facet = n, .faceless = true}).normal;
            EXPECT_NEAR((seen - n * seen.dot(n) - slope).length(), 0, 0.02f) << axis << " " << side;
        }
}

TEST(Material, BodiesAreLaidRoundAndJoinWhereTheyMeet) {
    const Material m = textured(shipped().surface("Oak bark"), shipped().texture("Oak bark", 256),
                                shipped().find("Oak bark")->mapping);
    const float girth = 0.9f;
    const auto at = [&](float u, float v) {
        return evaluate(
            m,
            {.uv = {u * girth, v}, .alongU = {girth, 0, 0}, .alongV = {0, 0, 1}, .girth = girth, .footprint = 0.002f});
    };
    float seam = 0, inside = 0;
    for (int k = 0; k < 300; ++k) {
        const float v = 0.01f * static_cast<float>(k);
        seam = std::max(seam, std::abs(luminance(at(0.9999f, v).albedo) - luminance(at(0, v).albedo)));
        inside = std::max(inside, std::abs(luminance(at(0.5f, v).albedo) - luminance(at(0.4f, v).albedo)));
    }
    EXPECT_LT(seam, 0.02f) << "no seam down the stem";
    EXPECT_GT(inside, 0.05f) << "and it is no plain colour";
}

TEST(Material, PicturesLeaveTheRestToTheSurface) {
    Surface s{.name = "x", .baseColor = Rgb(0.5f), .roughness = 0.8f, .metalness = 1, .textureSize = 1};
    s.maps.color = std::make_shared<Picture>(Picture{1, 1, {255, 255, 255, 255}});
    SurfacePoint q = evaluate(pictured(s, std::make_shared<Texture>(makeTexture(s.maps))), {});
    EXPECT_NEAR(q.roughness, 0.8f, 0.01f);
    EXPECT_EQ(q.metalness, 1);
    EXPECT_NEAR(q.albedo.y, 0.5f, 0.01f);
    s.maps.roughness = s.maps.metalness = std::make_shared<Picture>(Picture{1, 1, {51, 51, 51, 255}});
    q = evaluate(pictured(s, std::make_shared<Texture>(makeTexture(s.maps))), {});
    EXPECT_NEAR(q.roughness, 0.2f, 0.01f);
    EXPECT_NEAR(q.metalness, 0.2f, 0.01f);
}

TEST(Material, FirstPatternsBecomeRecipes) {
    for (const char* name :
         {"boards", "decking", "masonry", "paving", "gravel", "soil", "standing seam", "bark", "plaster"}) {
        Surface s;
        EXPECT_TRUE(takeFirstPattern(s, name, 0.14f));
        EXPECT_NE(shipped().find(s.recipe), nullptr) << name;
    }
    Surface s;
    EXPECT_TRUE(takeFirstPattern(s, "none", 1));
    EXPECT_TRUE(s.recipe.empty());
    EXPECT_FALSE(takeFirstPattern(s, "tartan", 1));
}

TEST(Material, APaneIsClearOrFrostedAsAWhole) {
    // A picture of roughness that crosses the border: every texel stays on the side of its mean, where aimed rays are
    // too.
    Surface s{.name = "glass", .baseColor = Rgb(1), .roughness = 1, .transmission = 1, .textureSize = 1};
    for (const auto& [values, clear] :
         {std::pair(std::array<int, 2>{0, 29}, true), {std::array<int, 2>{5, 200}, false}}) {
        Picture p{2, 1, {}};
        for (const int v : values)
            for (int k = 0; k < 4; ++k) p.rgba.push_back(static_cast<uint8_t>(k == 3 ? 255 : v));
        s.maps.roughness = std::make_shared<const Picture>(p);
        const auto texture = std::make_shared<const Texture>(makeTexture(s.maps));
        const Material m = pictured(s, texture);
        EXPECT_EQ(m.letsSunThrough, clear);
        float least = 1, most = 0;
        for (int i = 0; i < 50; ++i) {
            HitPoint spot;
            spot.position = V3f(0.02f * static_cast<float>(i), 0, 0);
            const SurfacePoint at = evaluate(m, spot);
            EXPECT_EQ(at.clear(), clear) << i;
            least = std::min(least, at.roughness);
            most = std::max(most, at.roughness);
        }
        EXPECT_GT(most, least + 0.02f) << "the picture still shows";
    }
}
