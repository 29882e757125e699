#include "core/project/json.h"

#include <algorithm>
#include <cmath>
#include <cstring>

#include "core/base/error.h"
#include "core/model/model_blob.h"
#include "core/project/kinds/kind.h"

namespace thallos {

using nlohmann::json;

namespace {

// Names what can't be read; empty when that is an error.
using Lost = std::function<void()>;

// `lost` hears of tiles that can't be read.
template <class Tile>
TileGrid<Tile> tilesIn(const JsonReader& in, const GroundGrid& grid, const BlobSource& source, const Lost& lost,
                       const BlobKnown& known) {
    TileGrid<Tile> tiles(grid.tileCount());
    in.each([&](const JsonReader& t) {
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
    const Items all = p.items;
    p.items.change([&](const Items::Slot& slot) -> Items::Slot {
        const Id anchor = anchorOf(slot->body);
        const Item* on = all.item(anchor);
        if (anchor && !(on && standsOn(slot->body, on->body))) {
            leftOut.push_back(slot->name);
            return nullptr;
        }
        if (!slot->group || bodyOf<Group>(all.item(slot->group))) return slot;
        auto item = std::make_shared<Item>(*slot);
        item->group = {};
        return item;
    });
}

Site readSite(const JsonReader& in) {
    Site site;
    site.name = in.at("name").text();
    site.place = {in.at("latitude_deg").number(), in.at("longitude_deg").number(), in.at("elevation_m").number(),
                  in.has("north_deg") ? in.at("north_deg").number() : 0};
    site.zone = in.at("zone_h").number();
    if (in.has("time_zone")) site.timeZone = in.at("time_zone").text();
    site.farSeed = in.at("far_land_seed").natural();
    if (in.has("season")) {
        const auto found = std::find(std::begin(kSeasonNames), std::end(kSeasonNames), in.at("season").text());
        if (found == std::end(kSeasonNames)) in.at("season").fail("is not a season");
        site.season = static_cast<Season>(found - std::begin(kSeasonNames));
    }
    return site;
}

Relief readRelief(const JsonReader& in) {
    const Relief relief{in.at("seed").natural(), in.at("height_m").real(), in.at("feature_m").real(),
                        in.at("roughness").real(), in.at("tilt").v2()};
    if (!(relief.feature > 0.1f) || !(relief.roughness >= 0 && relief.roughness <= 0.95f) ||
        !(std::abs(relief.height) < 9000))
        in.fail("is out of range");
    return relief;
}

class Loader {
public:
    Loader(const BlobSource& source, OpenReport* report, const BlobKnown& known)
        : source_(source), report_(report), known_(known) {}

    Ground ground(const JsonReader& in) const {
        Ground ground;
        ground.grid = GroundGrid::make(in.at("size_m").v2(), in.at("cell_m").real());
        if (in.has("tile_cells")) {
            ground.grid.tileCells = in.at("tile_cells").small();
            if (ground.grid.tileCells < 8 || ground.grid.tileCells > 256) in.at("tile_cells").fail("must be 8 to 256");
        } else if (ground.grid.tileCells == 128 && ground.grid.cell * 128 < 48)
            ground.grid.tileCells = 256; // as first files had it, which do not say
        ground.relief = readRelief(in.at("relief"));
        if (const JsonReader survey = in.at("survey"); survey.size()) {
            const Lost lost = loses("a part of the surveyed ground");
            ground.survey = tilesIn<HeightTile>(survey, ground.grid, source_, lost, known_);
            for (size_t i = 0; i < ground.survey.size(); ++i) {
                if (ground.survey[i]) continue;
                if (!lost) survey.fail("has gaps");
                lost();
                ground.survey[i] = std::make_shared<HeightTile>(ground.grid.tileSize(static_cast<int>(i)));
            }
        }
        ground.sculpt =
            tilesIn<HeightTile>(in.at("sculpt"), ground.grid, source_, loses("a part of the sculpted ground"), known_);
        ground.gravel =
            tilesIn<CoverTile>(in.at("gravel"), ground.grid, source_, loses("a part of the painted ground"), known_);
        return ground;
    }

    Carried species(const JsonReader& in) const {
        Carried out;
        in.each([&](const JsonReader& i) {
            CarriedSpecies c{i.at("name").text(), i.at("recipe").text(), nullptr};
            try {
                if (i.has("model")) {
                    const std::string hash = i.at("model").text();
                    const auto model = std::make_shared<const Model>(unpackModel(source_(hash)));
                    if (known_) known_(model, hash);
                    c.model = std::make_shared<const ProxyModel>(model);
                }
            } catch (const Error&) {
                const Lost lost = loses("the species " + c.name);
                if (!lost) throw;
                return lost();
            }
            out.push_back(std::make_shared<const CarriedSpecies>(std::move(c)));
        });
        return out;
    }

    std::vector<Items::Slot> items(const JsonReader& in) const {
        BlobReader blobs(source_, known_);
        std::vector<Items::Slot> out;
        in.each([&](const JsonReader& i) {
            auto item = std::make_shared<Item>();
            item->name = "an item without a name";
            try {
                item->name = i.at("name").text();
                item->id = Id{i.at("id").natural()};
                item->visible = i.at("visible").yes();
                item->locked = i.at("locked").yes();
                if (i.has("group")) item->group = Id{i.at("group").natural()};
                if (i.has("presentation_only")) item->presentation = i.at("presentation_only").yes();
                if (i.has("note")) item->note = i.at("note").text();
                blobs.lost = loses("a map of " + item->name);
                item->body = readBody(i.at("type").text(), i, blobs);
            } catch (const Error& e) {
                if (!report_) throw;
                report_->leftOut.push_back(item->name);
                report_->damaged |= !report_->later;
                return;
            }
            out.push_back(std::move(item));
        });
        return out;
    }

private:
    Lost loses(const std::string& what) const {
        if (!report_) return nullptr;
        return [report = report_, what] {
            report->damaged = true;
            if (std::find(report->leftOut.begin(), report->leftOut.end(), what) == report->leftOut.end())
                report->leftOut.push_back(what);
        };
    }
    const BlobSource& source_;
    OpenReport* report_;
    const BlobKnown& known_;
};

} // namespace

Project load(const json& document, const BlobSource& source, OpenReport* report, const BlobKnown& known) {
    const JsonReader in(document, "document");
    const int64_t schema = in.at("schema").integer();
    const bool later = schema > newestSchema();
    if (report) report->later = later;
    if (later && !report)
        throw Error(Error::Kind::Newer, Text("The project was made with a newer Thallos"), "",
                    Text("Update Thallos to edit it"));
    if (schema < 1) in.at("schema").fail("is unknown");
    const Loader loader(source, report, known);
    Project p;
    p.site = std::make_shared<const Site>(readSite(in.at("site")));
    p.ground = std::make_shared<const Ground>(loader.ground(in.at("ground")));
    if (in.has("species")) p.species = loader.species(in.at("species"));
    p.nextId = in.at("next_id").natural();
    p.items.assign(loader.items(in.at("items")));
    if (report && !report->leftOut.empty()) dropDangling(p, report->leftOut);
    if (report) p = mended(p, report->mended);
    check(p);
    return p;
}

} // namespace thallos
