#include "core/material/recipe.h"
#include "core/material/surface_ranges.h"

#include <atomic>
#include <fstream>

#include "core/base/parallel.h"
#include "core/base/recipe_reader.h"
#include "core/material/generator.h"

namespace thallos {

namespace {

Generator generatorOf(const std::string& name) {
    for (const auto* family : {&kTimber, &kMasonry, &kPlaster, &kRoofing, &kMetal, &kFloors, &kEarth, &kBark})
        for (const NamedGenerator& g : *family)
            if (name == g.name) return g.make;
    return nullptr;
}

V3f linear(const V3f& shown) {
    return {decodeSrgb(shown.x), decodeSrgb(shown.y), decodeSrgb(shown.z)};
}

void readMapping(const RecipeReader& in, TextureMapping& l) {
    std::string kind = "blend";
    in.read("kind", kind, {"repeat", "blend", "pieces"});
    l.kind = kind == "pieces"  ? TextureMapping::Kind::Pieces
             : kind == "blend" ? TextureMapping::Kind::Blend
                               : TextureMapping::Kind::Repeat;
    in.read("size_m", l.size, 0.01f, 100);
    in.read("piece_m", l.piece, 0.001f, 100);
    in.read("period", l.period, 1, 64);
    in.read("fade_m", l.fade, 0, 100);
    int upright = 0, turns = 0;
    in.read("upright", upright, 0, 1);
    in.read("turns", turns, 0, 1);
    l.upright = upright != 0;
    l.turns = turns != 0;
    if (const auto* shifts = in.member("shifts_m")) {
        if (!shifts->is_array()) in.fail("shifts_m must be a list of numbers");
        for (const auto& v : *shifts) {
            if (!v.is_number()) in.fail("shifts_m must be a list of numbers");
            l.shifts.push_back(v.get<float>());
        }
    }
    if (l.kind != TextureMapping::Kind::Pieces) return;
    const auto whole = [](float size, float piece) {
        const float n = size / std::max(piece, 1e-6f);
        return n > 0.99f && std::abs(n - std::round(n)) < 1e-3f;
    };
    if (!whole(l.size.x, l.piece.x) || !whole(l.size.y, l.piece.y)) in.fail("size_m must be whole numbers of piece_m");
    if (l.fade > l.piece.x) in.fail("fade_m must not be longer than a piece");
}

} // namespace

void readSurface(const RecipeReader& in, Surface& s) {
    V3f shown(-1);
    in.read("color_srgb", shown);
    if (shown.x >= 0) s.baseColor = fromSrgb(shown.x, shown.y, shown.z);
    in.read("roughness", s.roughness, 0.01f, 1);
    in.read("metalness", s.metalness, 0, 1);
    in.read("transmission", s.transmission, 0, 1);
    in.read("translucency", s.translucency, 0, 0.9f);
    in.read("specular", s.specular, 0, 1);
    in.read("coat", s.coat, 0, 1);
    in.read("coat_roughness", s.coatRoughness, 0.01f, 1);
    int solid = 0;
    in.read("solid", solid, 0, 1);
    s.solid = solid != 0;
    in.read("absorption_per_m", s.absorption);
    in.read("recipe", s.recipe);
    in.read("scale", s.scale, 0.01f, 100);
    s = inRange(std::move(s));
}

Recipe readRecipe(const std::filesystem::path& file) {
    std::ifstream in(file);
    const auto j = nlohmann::json::parse(in, nullptr, false);
    if (j.is_discarded()) throw Error(Error::Kind::Unreadable, Text("%w is not valid JSON"), file.filename().string());
    const RecipeReader r(j, file.filename().string());
    Recipe out;
    out.file = file.stem().string();
    r.read("name", out.name);
    r.read("former_names", out.formerNames);
    r.read("family", out.family);
    int bleaches = 1;
    r.read("bleaches", bleaches, 0, 1);
    out.bleaches = bleaches != 0;
    r.read("generator", out.generator);
    if (out.name.empty() || out.family.empty()) r.fail("name and family must be given");
    if (!out.generator.empty() && !generatorOf(out.generator))
        r.fail("there is no generator \"" + out.generator + "\"");
    int seed = 1;
    r.read("seed", seed, 0, 1 << 24);
    out.seed = mix(static_cast<uint64_t>(seed), 4711);
    if (const auto* l = r.member("laying")) readMapping(RecipeReader(*l, r.inside("laying")), out.mapping);
    if (const auto* colors = r.member("colors_srgb")) {
        if (!colors->is_array()) r.fail("colors_srgb must be a list of colours");
        for (const auto& c : *colors) {
            if (!c.is_array() || c.size() != 3) r.fail("colors_srgb must be a list of three numbers each");
            V3f v;
            for (int k = 0; k < 3; ++k) {
                if (!c[static_cast<size_t>(k)].is_number()) r.fail("colors_srgb must be a list of three numbers each");
                v[k] = clamp01(c[static_cast<size_t>(k)].get<float>());
            }
            out.colors.push_back(linear(v));
        }
    }
    if (const auto* numbers = r.member("numbers")) {
        if (!numbers->is_object()) r.fail("numbers must be an object");
        for (const auto& [key, v] : numbers->items()) {
            if (!v.is_number()) r.fail("numbers: " + key + " must be a number");
            out.numbers[key] = v.get<float>();
        }
    }
    Surface& s = out.surface;
    s.name = out.name;
    s.recipe = out.name;
    readSurface(r, s);
    return out;
}

std::vector<std::string> generatorNames() {
    std::vector<std::string> out;
    for (const auto* family : {&kTimber, &kMasonry, &kPlaster, &kRoofing, &kMetal, &kFloors, &kEarth, &kBark})
        for (const NamedGenerator& g : *family) out.emplace_back(g.name);
    return out;
}

Texture bake(const Recipe& recipe, int longer, const std::function<bool()>& stop) {
    const Generator make = generatorOf(recipe.generator);
    if (!make) return {};
    const V2f size = recipe.mapping.size;
    const float texel = std::max(size.x, size.y) / static_cast<float>(longer);
    const int w = std::max(1, static_cast<int>(std::lround(size.x / texel))),
              h = std::max(1, static_cast<int>(std::lround(size.y / texel)));
    const Plot plot(recipe);
    std::vector<Texel> texels(static_cast<size_t>(w) * h);
    std::vector<float> heights(texels.size());
    const V2f pitch(size.x / static_cast<float>(w), size.y / static_cast<float>(h));
    std::atomic<bool> stopped{false};
    parallelFor(
        h,
        [&](int y) {
            if (stopped.load(std::memory_order_relaxed)) return;
            if (stop && stop()) {
                stopped = true;
                return;
            }
            for (int x = 0; x < w; ++x) {
                const Grain g =
                    make(plot, V2f((static_cast<float>(x) + 0.5f) * pitch.x, (static_cast<float>(y) + 0.5f) * pitch.y));
                const size_t i = static_cast<size_t>(y) * w + x;
                texels[i] =
                    encodeTexel({.color = fromLinear709({clamp01(g.color.x), clamp01(g.color.y), clamp01(g.color.z)}),
                                 .opacity = g.opacity,
                                 .slope = V2f(0),
                                 .roughness = g.roughness,
                                 .metalness = g.metalness});
                heights[i] = g.height;
            }
        },
        8);
    if (stopped) throw Error(Error::Kind::Cancelled, Text("%w: cancelled"), recipe.name);
    parallelFor(
        h,
        [&](int y) {
            const size_t row = static_cast<size_t>(y) * w, up = static_cast<size_t>((y + 1) % h) * w,
                         down = static_cast<size_t>((y + h - 1) % h) * w;
            for (int x = 0; x < w; ++x) {
                const int right = (x + 1) % w, left = (x + w - 1) % w;
                const V2f slope((heights[row + right] - heights[row + left]) / (2 * pitch.x),
                                (heights[up + x] - heights[down + x]) / (2 * pitch.y));
                texels[row + x].slope = encodeTexel({.slope = slope}).slope;
            }
        },
        16);
    return {w, h, std::move(texels)};
}

} // namespace thallos
