#include "core/project/json.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <map>

#include "core/base/error.h"
#include "core/material/model_blob.h"
#include "core/project/json_keys.h"

namespace thallos {

using nlohmann::json;

namespace {

// In double precision, so that an angle comes back to the very same float.
float toRadians(double degrees) {
    return static_cast<float>(degrees * (3.14159265358979323846 / 180));
}

// A value with its place in the document, so that errors can name it.
class In {
public:
    In(const json& j, std::string path) : j_(j), path_(std::move(path)) {}

    [[noreturn]] void fail(const std::string& what) const { throw Error(Error::Kind::Unreadable, what, path_); }
    bool has(const char* key) const { return j_.is_object() && j_.contains(key); }
    In at(const char* key) const {
        if (!j_.is_object()) fail("must be an object");
        const auto it = j_.find(key);
        if (it == j_.end()) fail(std::string("lacks \"") + key + "\"");
        return {*it, path_ + "/" + key};
    }
    template <class Visit> void each(Visit&& visit) const {
        if (!j_.is_array()) fail("must be a list");
        for (size_t i = 0; i < j_.size(); ++i) visit(In(j_[i], path_ + "/" + std::to_string(i)));
    }
    size_t size() const { return j_.is_array() ? j_.size() : 0; }
    double number() const {
        if (j_.is_null()) return std::nan(""); // what was not a number when it was saved; check() has a say
        if (!j_.is_number()) fail("must be a number");
        return j_.get<double>();
    }
    float real() const { return static_cast<float>(number()); }
    int64_t integer() const {
        if (!j_.is_number_integer()) fail("must be a whole number");
        return j_.get<int64_t>();
    }
    uint64_t natural() const {
        if (!j_.is_number_integer() || (j_.is_number_integer() && !j_.is_number_unsigned() && j_.get<int64_t>() < 0))
            fail("must be a whole number, not negative");
        return j_.get<uint64_t>();
    }
    int small() const {
        const int64_t v = integer();
        if (v < -1000000000 || v > 1000000000) fail("is too large");
        return static_cast<int>(v);
    }
    bool yes() const {
        if (!j_.is_boolean()) fail("must be true or false");
        return j_.get<bool>();
    }
    std::string text() const {
        if (!j_.is_string()) fail("must be a text");
        return j_.get<std::string>();
    }
    V2f v2() const {
        need(2);
        return {component(0), component(1)};
    }
    V3f v3() const {
        need(3);
        return {component(0), component(1), component(2)};
    }
    std::vector<std::vector<V2f>> areas() const {
        std::vector<std::vector<V2f>> out;
        each([&](const In& area) {
            out.emplace_back();
            area.each([&](const In& p) { out.back().push_back(p.v2()); });
        });
        return out;
    }

private:
    void need(size_t n) const {
        if (!j_.is_array() || j_.size() != n) fail("must be " + std::to_string(n) + " numbers");
        for (const auto& x : j_)
            if (!x.is_number() && !x.is_null()) fail("must be " + std::to_string(n) + " numbers");
    }
    float component(size_t k) const { return j_[k].is_null() ? std::nanf("") : j_[k].get<float>(); }
    const json& j_;
    std::string path_;
};

Surface surfaceIn(const In& in) {
    Surface s;
    s.name = in.at("name").text();
    s.baseColor = in.at("base_color").v3();
    s.roughness = in.at("roughness").real();
    s.metalness = in.at("metalness").real();
    s.transmission = in.at("transmission").real();
    s.translucency = in.at("translucency").real();
    if (in.has("solid")) { // since schema 3
        s.solid = in.at("solid").yes();
        s.absorption = in.at("absorption_per_m").v3();
        s.throughTint = in.at("through_tint").v3();
        s.specular = in.at("specular").real();
        s.coat = in.at("coat").real();
        s.coatRoughness = in.at("coat_roughness").real();
        s.lampGroup = in.at("lamp_group").small();
    }
    s.emission = in.at("emission_cd_m2").v3();
    if (in.has("recipe")) { // since schema 4
        s.recipe = in.at("recipe").text();
        s.scale = in.at("scale").real();
        s.turn = toRadians(in.at("turn_deg").number());
        s.relief = in.at("relief").real();
        s.textureSize = in.at("picture_size_m").real();
        if (in.has("picture_mixed")) s.mixed = in.at("picture_mixed").yes();
        if (in.has("picture_soft")) s.soft = in.at("picture_soft").yes();
    } else {
        if (!takeFirstPattern(s, in.at("pattern").text(), in.at("pattern_size_m").real()))
            in.at("pattern").fail("names no pattern");
        s.textureSize = in.at("texture_size_m").real();
    }
    return s;
}

Rights rightsIn(const In& in) {
    return {in.at("maker").text(), in.at("source").text(), in.at("licence").text(), in.at("price").text()};
}

// Models that several buildings share are read once.
using Models = std::map<std::string, std::shared_ptr<const Model>>;

// Where a map can't be read `lost` hears of it and the surface does without; null: that is an error.
Body bodyIn(const std::string& type, const In& in, const BlobSource& source, Models& models,
            const std::function<void()>& lost, const BlobKnown& known) {
    if (type == "building") {
        Building b;
        const std::string hash = in.at("model").text();
        auto& model = models[hash];
        if (!model) {
            model = std::make_shared<const Model>(unpackModel(source(hash)));
            if (known) known(model, hash);
        }
        b.model = model;
        b.position = in.at("position_m").v3();
        b.yaw = toRadians(in.at("turn_deg").number());
        if (in.has("scale")) b.scale = in.at("scale").real();
        if (in.has("rights")) b.rights = rightsIn(in.at("rights"));
        // Pictures stay with the model: the document holds only what was set by hand.
        in.at("surfaces").each([&](const In& s) {
            b.surfaces.push_back(surfaceIn(s));
            const size_t i = b.surfaces.size() - 1;
            for (size_t k = 0; k < std::size(kMaps); ++k) {
                auto& picture = b.surfaces[i].maps.*kMaps[k];
                if (i < model->materials.size()) picture = model->materials[i].maps.*kMaps[k];
                if (!s.has(kMapKeys[k])) continue;
                const std::string hash = s.at(kMapKeys[k]).text();
                try {
                    picture = hash.empty() ? nullptr : std::make_shared<const Picture>(unpackPicture(source(hash)));
                    if (known && picture) known(picture, hash);
                } catch (const Error&) {
                    if (!lost) throw;
                    picture = nullptr;
                    lost();
                }
            }
        });
        return b;
    }
    if (type == "figure") return Figure{in.at("at_m").v2(), toRadians(in.at("turn_deg").number())};
    if (type == "pad")
        return BuildingPad{Id{in.at("building").natural()}, in.at("rise_m").real(), in.at("apron_m").real(),
                           in.at("batter").real(), in.at("sink_m").real()};
    if (type == "water")
        return Water{in.at("spot_m").v2(), in.at("level_m").real(), in.at("clarity_m").real(), in.at("ripple").real(),
                     in.at("tint").v3()};
    if (type == "specimens") {
        Planting p;
        in.at("specimens").each([&](const In& s) {
            p.specimens.push_back({s.at("species").text(), s.at("at_m").v2(), toRadians(s.at("turn_deg").number()),
                                   s.at("scale").real(), s.at("individual").small()});
        });
        return p;
    }
    if (type == "drift") {
        Drift d;
        d.areas = in.at("areas_m").areas();
        in.at("mix").each([&](const In& m) { d.mix.push_back({m.at("species").text(), m.at("share").real()}); });
        d.density = in.at("density_per_m2").real();
        d.spacing = in.at("spacing_m").real();
        d.sizeSpread = in.at("size_spread").real();
        d.lean = in.at("lean").real();
        d.patchiness = in.at("patchiness").real();
        d.seed = in.at("seed").natural();
        d.version = in.at("version").small();
        return d;
    }
    if (type == "climber")
        return Climber{in.at("species").text(), Id{in.at("on").natural()},
                       in.at("foot_m").v3(),    toRadians(in.at("facing_deg").number()),
                       in.at("width_m").real(), in.at("height_m").real(),
                       in.at("seed").natural()};
    if (type == "clearing") return Clearing{in.at("areas_m").areas()};
    if (type == "shot") {
        Shot s;
        const In c = in.at("camera"), d = in.at("daylight"), f = in.at("finish"), o = in.at("output");
        s.camera = {c.at("position_m").v3(),
                    toRadians(c.at("bearing_deg").number()),
                    toRadians(c.at("pitch_deg").number()),
                    c.at("focal_mm").real(),
                    c.at("sensor_mm").real(),
                    c.at("aspect").real(),
                    c.at("shift").real()};
        const std::string date = d.at("date").text();
        if (std::sscanf(date.c_str(), "%d-%d-%d", &s.daylight.time.year, &s.daylight.time.month,
                        &s.daylight.time.day) != 3)
            d.at("date").fail("must be YYYY-MM-DD");
        s.daylight.time.hour = d.at("hour").number();
        s.daylight.time.zone = d.at("zone_h").number();
        s.daylight.visibility = d.at("visibility_m").real();
        if (d.has("cloud")) s.daylight.cloud = d.at("cloud").real();
        s.metered = in.at("exposure").at("metered").yes();
        s.ev100 = in.at("exposure").at("ev100").real();
        s.finish = {f.at("exposure_stops").real(), f.at("balance_k").real(), f.at("contrast").real(),
                    f.at("saturation").real(), f.at("vignette_stops").real()};
        s.size = {o.at("width").small(), o.at("height").small()};
        s.samples = o.at("samples").small();
        s.noise = o.has("noise") ? o.at("noise").real() : 0;
        if (in.has("hidden")) in.at("hidden").each([&](const In& id) { s.hidden.push_back(Id{id.natural()}); });
        return s;
    }
    if (type == "group") return Group{};
    if (type == "mark") {
        Mark m;
        in.at("points_m").each([&](const In& p) { m.points.push_back(p.v3()); });
        return m;
    }
    in.at("type").fail("names no kind of item");
}

// `lost` hears of tiles that can't be read; null: that is an error.
template <class Tile>
TileGrid<Tile> tilesIn(const In& in, const GroundGrid& grid, const BlobSource& source,
                       const std::function<void()>& lost, const BlobKnown& known) {
    TileGrid<Tile> tiles(grid.tileCount());
    in.each([&](const In& t) {
        const uint64_t i = t.at("tile").natural();
        if (i >= tiles.size()) t.fail("lies outside the ground");
        auto tile = std::make_shared<Tile>(grid.tileSize(static_cast<int>(i)));
        std::string bytes;
        try {
            bytes = source(t.at("blob").text());
        } catch (const Error&) {
            if (!lost) throw;
            return lost();
        }
        if (bytes.size() != tile->values.size() * sizeof(tile->values[0])) t.fail("has the wrong size");
        std::memcpy(tile->values.data(), bytes.data(), bytes.size());
        bool asSaved = true;
        if constexpr (std::is_same_v<Tile, HeightTile>)
            for (float& z : tile->values)
                if (!(std::abs(z) < 1e5f)) {
                    z = 0;
                    asSaved = false;
                }
        tiles[i] = tile;
        if (known && asSaved) known(tile, t.at("blob").text());
    });
    return tiles;
}

// What refers to an item that was left out goes too.
void dropDangling(Project& p, std::vector<std::string>& leftOut) {
    std::erase_if(p.items, [&](const auto& item) {
        const auto* pad = std::get_if<BuildingPad>(&item->body);
        const auto* climber = std::get_if<Climber>(&item->body);
        const Item* on = pad ? find(p, pad->building) : climber ? find(p, climber->on) : nullptr;
        if ((!pad && !climber) || bodyOf<Building>(on) || (climber && bodyOf<Planting>(on))) return false;
        leftOut.push_back(item->name);
        return true;
    });
    for (auto& slot : p.items)
        if (slot->group && !bodyOf<Group>(find(p, slot->group))) {
            Item item = *slot;
            item.group = {};
            slot = std::make_shared<const Item>(std::move(item));
        }
}

} // namespace

Project load(const json& document, const BlobSource& source, OpenReport* report, const BlobKnown& known) {
    const In in(document, "document");
    const int64_t schema = in.at("schema").integer();
    const bool later = schema > kSchema;
    if (report) report->later = later;
    // Names what can't be read; null when that is an error.
    const auto loses = [report](const std::string& what) -> std::function<void()> {
        if (!report) return nullptr;
        return [report, what] {
            report->damaged = true;
            if (std::find(report->leftOut.begin(), report->leftOut.end(), what) == report->leftOut.end())
                report->leftOut.push_back(what);
        };
    };
    if (later && !report)
        throw Error(Error::Kind::Newer, "was made by a later version of Thallos", "project",
                    "open it there, or update");
    if (schema < 1) in.at("schema").fail("is unknown");
    Project p;
    const In s = in.at("site");
    Site site;
    site.name = s.at("name").text();
    site.place = {s.at("latitude_deg").number(), s.at("longitude_deg").number(), s.at("elevation_m").number()};
    site.zone = s.at("zone_h").number();
    site.farSeed = s.at("far_land_seed").natural();
    if (s.has("season")) {
        const auto found = std::find(std::begin(kSeasonNames), std::end(kSeasonNames), s.at("season").text());
        if (found == std::end(kSeasonNames)) s.at("season").fail("is not a season");
        site.season = static_cast<Season>(found - std::begin(kSeasonNames));
    }
    p.site = std::make_shared<const Site>(site);

    const In g = in.at("ground"), r = g.at("relief");
    Ground ground;
    ground.grid = GroundGrid::make(g.at("size_m").v2(), g.at("cell_m").real());
    if (g.has("tile_cells")) {
        ground.grid.tileCells = g.at("tile_cells").small();
        if (ground.grid.tileCells < 8 || ground.grid.tileCells > 256) g.at("tile_cells").fail("must be 8 to 256");
    } else if (ground.grid.tileCells == 128 && ground.grid.cell * 128 < 48)
        ground.grid.tileCells = 256; // as first files had it, which do not say
    ground.relief = {r.at("seed").natural(), r.at("height_m").real(), r.at("feature_m").real(),
                     r.at("roughness").real(), r.at("tilt").v2()};
    if (!(ground.relief.feature > 0.1f) || !(ground.relief.roughness >= 0 && ground.relief.roughness <= 0.95f) ||
        !(std::abs(ground.relief.height) < 9000))
        r.fail("is out of range");
    if (g.at("survey").size()) {
        const auto lost = loses("a part of the surveyed ground");
        ground.survey = tilesIn<HeightTile>(g.at("survey"), ground.grid, source, lost, known);
        for (size_t i = 0; i < ground.survey.size(); ++i) {
            if (ground.survey[i]) continue;
            if (!lost) g.at("survey").fail("has gaps");
            lost();
            ground.survey[i] = std::make_shared<HeightTile>(ground.grid.tileSize(static_cast<int>(i)));
        }
    }
    ground.sculpt =
        tilesIn<HeightTile>(g.at("sculpt"), ground.grid, source, loses("a part of the sculpted ground"), known);
    ground.gravel =
        tilesIn<CoverTile>(g.at("gravel"), ground.grid, source, loses("a part of the painted ground"), known);
    p.ground = std::make_shared<const Ground>(std::move(ground));

    if (in.has("species"))
        in.at("species").each([&](const In& i) {
            CarriedSpecies c{i.at("name").text(), i.at("recipe").text(), nullptr};
            try {
                if (i.has("model")) {
                    const std::string hash = i.at("model").text();
                    const auto model = std::make_shared<const Model>(unpackModel(source(hash)));
                    if (known) known(model, hash);
                    c.model = std::make_shared<const ProxyModel>(model);
                }
            } catch (const Error&) {
                const auto lost = loses("the species " + c.name);
                if (!lost) throw;
                return lost();
            }
            p.species.push_back(std::make_shared<const CarriedSpecies>(std::move(c)));
        });
    p.nextId = in.at("next_id").natural();
    Models models;
    in.at("items").each([&](const In& i) {
        auto item = std::make_shared<Item>();
        item->name = "an item without a name";
        try {
            item->name = i.at("name").text();
            item->id = Id{i.at("id").natural()};
            item->visible = i.at("visible").yes();
            item->locked = i.at("locked").yes();
            if (i.has("group")) item->group = Id{i.at("group").natural()};
            item->body = bodyIn(i.at("type").text(), i, source, models, loses("a map of " + item->name), known);
        } catch (const Error& e) {
            if (!report) throw;
            report->leftOut.push_back(item->name);
            report->damaged |= !later;
            return;
        }
        p.items.push_back(std::move(item));
    });
    if (report && !report->leftOut.empty()) dropDangling(p, report->leftOut);
    if (report) p = mended(p, report->mended);
    check(p);
    return p;
}

} // namespace thallos
