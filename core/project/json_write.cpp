#include <algorithm>

#include "core/model/model_blob.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"

namespace thallos {

using nlohmann::json;

int schemaOf(const Project& project) {
    int schema = kLeastSchema;
    for (const auto& item : project.items) schema = std::max(schema, schemaOf(item->body));
    return schema;
}

json dump(const Project& project, const BlobSink& sink) {
    const Site& site = *project.site;
    const Ground& g = *project.ground;
    json j;
    j["schema"] = schemaOf(project);
    j["site"] = {{"name", site.name},
                 {"latitude_deg", site.place.latitude},
                 {"longitude_deg", site.place.longitude},
                 {"elevation_m", site.place.elevation},
                 {"zone_h", site.zone},
                 {"far_land_seed", site.farSeed},
                 {"season", kSeasonNames[static_cast<int>(site.season)]}};
    if (site.place.north != 0) j["site"]["north_deg"] = site.place.north;
    if (!site.timeZone.empty()) j["site"]["time_zone"] = site.timeZone;
    j["ground"] = {{"size_m", toJson(g.grid.size())}, {"cell_m", g.grid.cell}, {"tile_cells", g.grid.tileCells}};
    if (g.finest > 0) j["ground"]["finest_m"] = g.finest;
    if (g.strewn != 1) j["ground"]["strewn"] = g.strewn;
    if (g.puddles != 0) j["ground"]["puddles"] = g.puddles;
    for (const auto& c : project.species) {
        json one = {{"name", c->name}, {"recipe", c->text}};
        if (const auto model = c->model ? c->model->get() : nullptr)
            one["model"] = sink({model, [&model] { return packModel(*model); }});
        j["species"].push_back(std::move(one));
    }
    j["next_id"] = project.nextId;
    j["items"] = json::array();
    for (const auto& item : project.items) {
        json i = {{"id", item->id.value},
                  {"name", item->name},
                  {"type", kindName(item->body)},
                  {"visible", item->visible},
                  {"locked", item->locked}};
        if (item->group) i["group"] = item->group.value;
        if (item->presentation) i["presentation_only"] = true;
        if (!item->note.empty()) i["note"] = item->note;
        withKind(item->body, [&](const auto& kind, const auto& body) { kind.write(body, i, sink); });
        j["items"].push_back(std::move(i));
    }
    return j;
}

} // namespace thallos
