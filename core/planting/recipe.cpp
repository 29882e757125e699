#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/recipe_reader.h"
#include "core/material/recipe.h"
#include "core/planting/species.h"

namespace thallos {

using nlohmann::json;

namespace {

void read(const RecipeReader& r, const char* key, Surface& s) {
    s.name = key;
    r.within(key, [&](const RecipeReader& in) { readSurface(in, s); });
}

template <size_t N>
void readSurfaces(const RecipeReader& r, const char* const (&parts)[N], std::vector<Surface>& surfaces) {
    for (size_t i = 0; i < N; ++i) read(r, parts[i], surfaces[i]);
}

void read(const RecipeReader& r, const char* key, LeafRecipe& l) {
    r.within(key, [&](const RecipeReader& in) {
        in.read("shape", l.shape, kLeafShapes);
        in.read("length_m", l.length, 0.001f, 4);
        in.read("width_m", l.width, 0.0003f, 2);
        in.read("count", l.count, 0, 400);
        in.read("set", l.set, kLeafSets);
        in.read("angle_deg", l.angle, 0, 180);
        in.read("droop_deg", l.droop, -90, 90);
        in.read("fold_deg", l.fold, 0, 80);
        in.read("curl_deg", l.curl, -60, 80);
        in.read("stalk", l.stalk, 0, 2);
        in.read("leaflets", l.leaflets, 3, 41);
    });
}

void read(const RecipeReader& r, WoodRecipe& w) {
    r.within("wood", [&](const RecipeReader& wood) {
        wood.within("crown", [&](const RecipeReader& in) {
            in.read("base", w.crown.base, 0, 0.95f);
            in.read("width", w.crown.width, 0.02f, 4);
            in.read("widest", w.crown.widest, 0.01f, 0.99f);
            in.read("top", w.crown.top, 0.3f, 8);
            in.read("bottom", w.crown.bottom, 0.3f, 8);
            in.read("square", w.crown.square);
            in.read("depth", w.crown.depth, 0.02f, 1);
            in.read("lobes", w.crown.lobes, 0, 1);
            in.read("holes", w.crown.holes, 0, 1);
            in.read("shade", w.crown.shade, 0, 1);
        });
        wood.within("stem", [&](const RecipeReader& in) {
            in.read("radius_m", w.stem.radius, 0.002f, 3);
            in.read("flare", w.stem.flare, 0, 4);
            in.read("leader", w.stem.leader, 0, 1);
            in.read("wander_deg_m", w.stem.wander, 0, 120);
            in.read("lean_deg", w.stem.lean, 0, 60);
            in.read("count", w.stem.count, 1, 60);
            in.read("spread_deg", w.stem.spread, 0, 85);
        });
        wood.within("limbs", [&](const RecipeReader& in) {
            in.read("count", w.limbs.count, 0, 400);
            in.read("whorl", w.limbs.whorl, 1, 12);
            in.read("low_deg", w.limbs.low, 0, 170);
            in.read("high_deg", w.limbs.high, 0, 170);
            in.read("spread_deg", w.limbs.spread, 0, 60);
            in.read("curve_deg", w.limbs.curve, -180, 180);
            in.read("wander_deg_m", w.limbs.wander, 0, 120);
            in.read("reach", w.limbs.reach, 0.05f, 1.2f);
        });
        wood.within("shoots", [&](const RecipeReader& in) {
            in.read("per_metre", w.shoots.perMetre, 0, 60);
            in.read("length", w.shoots.length, 0.02f, 2);
            in.read("angle_deg", w.shoots.angle, 0, 120);
            in.read("spread_deg", w.shoots.spread, 0, 60);
            in.read("droop", w.shoots.droop, 0, 1);
            in.read("flat", w.shoots.flat, 0, 1);
        });
        wood.within("fill", [&](const RecipeReader& in) {
            in.read("spacing_m", w.fill.spacing, 0, 3);
            in.read("light", w.fill.light, 0, 3);
            in.read("gravity", w.fill.gravity, 0, 3);
            in.read("wander", w.fill.wander, 0, 2);
        });
        wood.within("twigs", [&](const RecipeReader& in) {
            in.read("length_m", w.twigs.length, 0.01f, 4);
            in.read("per_metre", w.twigs.perMetre, 0, 80);
            in.read("angle_deg", w.twigs.angle, 0, 150);
            in.read("spread_deg", w.twigs.spread, 0, 80);
            in.read("droop", w.twigs.droop, 0, 4);
            in.read("segments", w.twigs.segments, 1, 12);
            in.read("radius_m", w.twigs.radius, 0.0002f, 0.05f);
        });
    });
}

void read(const RecipeReader& r, WoodyRecipe& w) {
    read(r, w.wood);
    read(r, "leaf", w.leaf);
    w.blossom.count = 0;
    read(r, "blossom", w.blossom);
    r.read("leaf_area", w.leafArea, 0, 40);
    r.within("health", [&](const RecipeReader& in) {
        in.read("dead", w.health.dead, 0, 1);
        in.read("broken", w.health.broken, 0, 1);
        in.read("hollow", w.health.hollow, 0, 1);
    });
    r.within("wood", [&](const RecipeReader& in) {
        in.read("clipped", w.clipped);
        in.read("lying", w.lying);
        in.read("stakes", w.stakes, 0, 4);
        in.read("mound", w.mound, 0, 2);
    });
}

void read(const RecipeReader& r, TuftRecipe& g) {
    r.within("tuft", [&](const RecipeReader& in) {
        in.read("blades", g.blades, 1, 400);
        in.read("spread_m", g.spread, 0.01f, 3);
        in.read("length_m", g.length, 0.01f, 4);
        in.read("length_spread", g.lengthSpread, 0, 0.9f);
        in.read("width_m", g.width, 0.0005f, 0.1f);
        in.read("bend_deg", g.bend, 0, 170);
        in.read("fold_deg", g.fold, 0, 70);
        in.read("stalk_leaves", g.stalkLeaves, 0, 12);
        in.read("flower_share", g.flowerShare, 0, 1);
        in.read("flower_size_m", g.flowerSize, 0.002f, 0.6f);
        in.read("tall", g.tall, 0.2f, 4);
        in.read("flower", g.flower, kHeads);
    });
}

void read(const RecipeReader& r, FlowerRecipe& f) {
    r.within("head", [&](const RecipeReader& in) {
        in.read("kind", f.kind, kFlowers);
        in.read("size_m", f.size, 0.001f, 0.6f);
        in.read("length_m", f.length, 0.005f, 2);
        in.read("petals", f.petals, 3, 160);
        in.read("width", f.width, 0.02f, 2);
        in.read("nod_deg", f.nod, 0, 170);
    });
}

void read(const RecipeReader& r, HerbRecipe& h) {
    h.rosette.count = h.leaf.count = 0;
    r.within("herb", [&](const RecipeReader& in) {
        in.read("stems", h.stems, 0, 200);
        in.read("spread_m", h.spread, 0.005f, 3);
        in.read("lean_deg", h.lean, 0, 80);
        in.read("bend_deg", h.bend, -60, 120);
        in.read("radius_m", h.radius, 0.0002f, 0.05f);
        in.read("shortest", h.shortest, 0.1f, 1);
        in.read("branches", h.branches, 0, 40);
        in.read("branch_length", h.branchLength, 0.02f, 1);
        in.read("branch_deg", h.branchAngle, 0, 90);
        in.read("branch_from", h.branchFrom, 0, 0.95f);
        in.read("leaf_from", h.leafFrom, 0, 1);
        in.read("leaf_to", h.leafTo, 0, 1);
        in.read("leaf_taper", h.leafTaper, 0.05f, 2);
        in.read("flowering", h.flowering, 0, 1);
        read(in, h.flower);
    });
    read(r, "rosette", h.rosette);
    read(r, "leaf", h.leaf);
}

void read(const RecipeReader& r, FrondRecipe& f) {
    r.within("fern", [&](const RecipeReader& in) {
        in.read("fronds", f.fronds, 1, 80);
        in.read("spread_m", f.spread, 0.005f, 3);
        in.read("length_m", f.length, 0.03f, 3);
        in.read("width_m", f.width, 0.005f, 2);
        in.read("pairs", f.pairs, 0, 60);
        in.read("divisions", f.divisions, 1, 2);
        in.read("stalk", f.stalk, 0, 0.9f);
        in.read("widest", f.widest, 0.02f, 0.95f);
        in.read("start_deg", f.start, 0, 80);
        in.read("bend_deg", f.bend, 0, 150);
        in.read("level", f.level, 0, 1);
        in.read("young", f.young, 0, 20);
    });
}

void read(const RecipeReader& r, CushionRecipe& c) {
    r.within("cushion", [&](const RecipeReader& in) {
        in.read("spread_m", c.spread, 0.02f, 2);
        in.read("height_m", c.height, 0.005f, 1);
        in.read("uneven", c.uneven, 0, 1);
        in.read("shoots", c.shoots, 1, 6000);
        in.read("shoot_m", c.shoot, 0.002f, 0.1f);
        in.read("capsules", c.capsules, 0, 1);
    });
}

void read(const RecipeReader& r, PadRecipe& p) {
    r.within("pads", [&](const RecipeReader& in) {
        in.read("count", p.pads, 1, 80);
        in.read("spread_m", p.spread, 0.02f, 6);
        in.read("size_m", p.size, 0.01f, 2);
        in.read("rim", p.rim, 0, 0.3f);
        in.read("notch_deg", p.notch, 0, 90);
        in.read("flowers", p.flowers, 0, 20);
        read(in, p.flower);
    });
}

void read(const RecipeReader& r, StoneRecipe& s) {
    r.within("stones", [&](const RecipeReader& in) {
        in.read("size_m", s.size, 0.004f, 8);
        in.read("proportion", s.proportion);
        if (!(s.proportion.x > 0.1f && s.proportion.y > 0.1f && s.proportion.z > 0.1f && s.proportion.x <= 3 &&
              s.proportion.y <= 3 && s.proportion.z <= 3))
            in.fail("proportion must be three numbers of 0.1 to 3");
        in.read("planes", s.planes, 6, 60);
        in.read("wear", s.wear, 0, 1);
        in.read("layers", s.layers, 0, 1);
        in.read("rough", s.rough, 0, 0.2f);
        in.read("count", s.count, 1, 200);
        in.read("spread_m", s.spread, 0, 4);
        in.read("sunk", s.sunk, 0, 0.9f);
    });
}

void read(const RecipeReader& r, LitterRecipe& l) {
    l.leaf.count = 0;
    r.within("litter", [&](const RecipeReader& in) {
        in.read("what", l.what, kLitter);
        in.read("count", l.count, 1, 400);
        in.read("spread_m", l.spread, 0.02f, 4);
        in.read("pile_m", l.pile, 0, 0.5f);
        in.read("tilt_deg", l.tilt, 0, 80);
        in.read("length_m", l.length, 0.005f, 4);
        in.read("thick_m", l.thick, 0.0005f, 0.5f);
        in.read("crooked_deg", l.crooked, 0, 120);
    });
    read(r, "leaf", l.leaf);
}

void read(const RecipeReader& r, LogRecipe& l) {
    r.within("log", [&](const RecipeReader& in) {
        in.read("length_m", l.length, 0.05f, 20);
        in.read("radius_m", l.radius, 0.01f, 2);
        in.read("taper", l.taper, 0, 0.95f);
        in.read("bend_deg", l.bend, 0, 90);
        in.read("standing", l.standing);
        in.read("flare", l.flare, 0, 3);
        in.read("stubs", l.stubs, 0, 20);
        in.read("broken", l.broken, 0, 1);
        in.read("count", l.count, 1, 40);
    });
}

void read(const RecipeReader& r, PersonRecipe& p) {
    r.within("person", [&](const RecipeReader& in) {
        in.read("build", p.build, 0.7f, 1.4f);
        in.read("heads", p.heads, 5, 8);
        in.read("lean_deg", p.lean, -20, 100);
        in.read("nod_deg", p.nod, -40, 60);
        in.read("hips_deg", p.hips, -60, 120);
        in.read("knees_deg", p.knees, 0, 140);
        in.read("arms_deg", p.arms, -60, 180);
        in.read("elbows_deg", p.elbows, 0, 150);
        in.read("side_deg", p.side, -20, 120);
        in.read("twist_deg", p.twist, -60, 60);
        in.read("seat_m", p.seat, 0, 1.2f);
        in.read("dress", p.dress, kDress);
        in.read("hair", p.hair, kHair);
        in.read("hat", p.hat, kHats);
        in.read("carries", p.carries, kCarried);
    });
}

void read(const RecipeReader& r, ClimberRecipe& c) {
    r.within("climber", [&](const RecipeReader& in) {
        in.read("support", c.support, kSupports);
        in.read("width_m", c.width, 0.05f, 12);
        in.read("stems", c.stems, 1, 60);
        in.read("radius_m", c.radius, 0.0005f, 0.1f);
        in.read("wander_deg_m", c.wander, 0, 300);
        in.read("branches", c.branches, 0, 20);
        in.read("leaves", c.leaves, 1, 200);
        in.read("off_m", c.off, 0, 0.5f);
        in.read("ragged", c.ragged, 0, 1);
    });
    read(r, "leaf", c.leaf);
}

void read(const RecipeReader& r, ThingRecipe& t) {
    r.within("thing", [&](const RecipeReader& in) {
        in.read("what", t.what, kThings);
        in.read("irregular", t.irregular, 0, 1);
        in.read("length_m", t.length, 0, 12);
    });
}

void read(const RecipeReader& r, ProxyRecipe& x) {
    r.within("proxy", [&](const RecipeReader& in) {
        in.read("file", x.file);
        if (std::filesystem::path(x.file).has_parent_path()) in.fail("file must lie beside the recipe");
        in.read("turns", x.turns);
        in.read("varies", x.varies);
        in.read("wide", x.wide, 0.01f, 20);
    });
}

} // namespace

SpeciesRecipe parseRecipe(const std::string& text, const std::string& where, std::vector<RecipeField>* fields) {
    const json j = json::parse(text, nullptr, false);
    if (j.is_discarded()) throw Error(Error::Kind::Unreadable, Text("%w is not valid JSON"), where);
    const RecipeReader r(j, where, fields);
    SpeciesRecipe s;
    r.read("name", s.name);
    if (s.name.empty()) r.fail("name is missing");
    r.read("latin", s.latin);
    r.read("former_names", s.formerNames);
    r.read("habit", s.habit);
    r.read("marks", s.marks);
    r.read("tags", s.tags);
    std::string kind;
    r.read("kind", kind, kSpeciesKindNames);
    if (kind.empty()) r.fail("kind is missing");
    s.kind = static_cast<SpeciesKind>(std::find(std::begin(kSpeciesKindNames), std::end(kSpeciesKindNames), kind) -
                                      std::begin(kSpeciesKindNames));
    r.read("version", s.version, 1, 3);
    r.read("height_m", s.height, 0.02f, 60);
    r.read("height_spread", s.heightSpread, 0, 0.6f);
    if (const json* rights = r.member("rights")) {
        const RecipeReader in(*rights, r.inside("rights")); // words, which no form shows among the numbers
        in.read("maker", s.rights.maker);
        in.read("source", s.rights.source);
        in.read("licence", s.rights.licence);
        in.read("price", s.rights.price);
    }
    r.within("seasons", [&](const RecipeReader& in) {
        SeasonRecipe& y = s.seasons;
        in.read("evergreen", y.evergreen);
        in.read("autumn_srgb", y.autumn);
        in.read("keeps", y.keeps, 0, 1);
        const auto season = [&](const char* key, Season& value) {
            std::string name = kSeasonNames[static_cast<int>(value)];
            in.read(key, name, kSeasonNames);
            value = static_cast<Season>(std::find(std::begin(kSeasonNames), std::end(kSeasonNames), name) -
                                        std::begin(kSeasonNames));
        };
        season("flowers_from", y.flowersFrom);
        season("flowers_to", y.flowersTo);
    });
    s.surfaces.resize(SpeciesRecipe::kParts);
    // The generator is the member that is there.
    const auto grows = [&]<class Recipe, size_t N>(const char* key, Recipe, const char* const(&parts)[N]) {
        if (!r.member(key)) return false;
        read(r, s.growth.emplace<Recipe>());
        readSurfaces(r, parts, s.surfaces);
        return true;
    };
    const bool any = grows("wood", WoodyRecipe(), kWoodyParts) || grows("tuft", TuftRecipe(), kTuftParts) ||
                     grows("herb", HerbRecipe(), kHerbParts) || grows("fern", FrondRecipe(), kFrondParts) ||
                     grows("cushion", CushionRecipe(), kCushionParts) || grows("pads", PadRecipe(), kPadParts) ||
                     grows("stones", StoneRecipe(), kStoneParts) || grows("litter", LitterRecipe(), kLitterParts) ||
                     grows("log", LogRecipe(), kLogParts) || grows("person", PersonRecipe(), kPersonParts) ||
                     grows("thing", ThingRecipe(), kThingParts) || grows("climber", ClimberRecipe(), kClimberParts) ||
                     grows("proxy", ProxyRecipe(), kProxyParts);
    if (!any)
        r.fail("how it grows is missing: wood, tuft, herb, fern, cushion, pads, stones, litter, log, person, thing, "
               "climber or proxy");
    if (r.member("wood") && !r.member("twig")) {
        s.surfaces[3] = s.surfaces[0];
        s.surfaces[3].name = "twig";
    }
    if (r.member("wood") && !r.member("soil"))
        s.surfaces[4] = {.name = "soil",
                         .baseColor = Rgb(0.068f, 0.056f, 0.038f),
                         .roughness = 0.95f,
                         .specular = 0.1f,
                         .recipe = "Topsoil"};
    return s;
}

std::string changedRecipe(const std::string& text, const RecipeField& field) {
    json j = json::parse(text);
    const json::json_pointer at("/" + field.path);
    switch (field.kind) {
    case RecipeField::Kind::Number:
        j[at] = field.value;
        break;
    case RecipeField::Kind::Whole:
        j[at] = static_cast<int>(field.value);
        break;
    case RecipeField::Kind::Switch:
        j[at] = field.value > 0.5f;
        break;
    case RecipeField::Kind::Choice:
        j[at] = field.word;
        break;
    case RecipeField::Kind::Colour:
        j[at] = {field.colour.x, field.colour.y, field.colour.z};
        break;
    }
    return j.dump(2) + "\n";
}

std::string renamedRecipe(const std::string& text, const std::string& name) {
    json j = json::parse(text);
    j["name"] = name;
    return j.dump(2) + "\n";
}

} // namespace thallos
