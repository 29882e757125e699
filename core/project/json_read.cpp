#include "core/project/json.h"

#include <algorithm>

#include "core/base/error.h"
#include "core/model/model_blob.h"
#include "core/project/kinds/kind.h"
#include "core/project/layer_json.h"

namespace thallos {

using nlohmann::json;

namespace {

// Names what can't be read; empty when that is an error.
using Lost = std::function<void()>;

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
        if (in.has("finest_m")) ground.finest = in.at("finest_m").real();
        if (!(ground.finest >= 0)) in.at("finest_m").fail("is out of range");
        if (in.has("strewn")) ground.strewn = in.at("strewn").real();
        if (!(ground.strewn >= 0 && ground.strewn <= 2)) in.at("strewn").fail("is out of range");
        if (in.has("puddles")) ground.puddles = in.at("puddles").real();
        if (!(ground.puddles >= 0 && ground.puddles <= 1)) in.at("puddles").fail("is out of range");
        return ground;
    }

    // Up to schema 9 the ground was no items: what it starts from, what was sculpted and where gravel was painted lay
    // in it under names of their own, and pads came before walkways.
    void landOfEarlier(const JsonReader& in, Project& p) const {
        BlobReader blobs(source_, known_, p.ground->grid);
        blobs.lost = loses("a part of the ground");
        Terrain terrain = std::get<Terrain>(readBody("terrain", in, blobs));
        Sculpting sculpting{readHeights(in.at("sculpt"), blobs), {}};
        Cover gravel;
        gravel.painted = readWeights(in.at("gravel"), blobs);
        const auto some = [](const auto& layer) {
            return std::any_of(layer.begin(), layer.end(), [](const auto& t) { return t != nullptr; });
        };
        const bool surveyed = !terrain.survey.empty();
        Id id;
        p = added(p, surveyed ? "Survey" : "Terrain", std::move(terrain), &id);
        if (some(sculpting.heights)) p = added(p, "Sculpting", std::move(sculpting));
        if (some(gravel.painted)) p = added(p, "Gravel", std::move(gravel));
        std::vector<Items::Slot> slots(p.items.begin(), p.items.end());
        const auto order = [](const Items::Slot& slot) { return std::holds_alternative<Walkway>(slot->body) ? 1 : 0; };
        std::stable_sort(slots.begin(), slots.end(), [&](const auto& a, const auto& b) { return order(a) < order(b); });
        p.items.assign(std::move(slots));
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

    std::vector<Items::Slot> items(const JsonReader& in, const Ground& ground) const {
        BlobReader blobs(source_, known_, ground.grid);
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
                blobs.lost = loses("a part of " + item->name);
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
    p.items.assign(loader.items(in.at("items"), *p.ground));
    if (schema < 10) loader.landOfEarlier(in.at("ground"), p);
    if (report && !report->leftOut.empty()) dropDangling(p, report->leftOut);
    if (report) p = mended(p, report->mended);
    check(p);
    return p;
}

} // namespace thallos
