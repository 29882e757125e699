#include <cstdio>

#include "core/material/model_blob.h"
#include "core/project/json.h"
#include "core/project/json_keys.h"

namespace thallos {

using nlohmann::json;

namespace {

// In double precision, so that an angle comes back to the very same float.
double toDegrees(float radians) {
    return radians * (180 / 3.14159265358979323846);
}
json out(const V2f& v) {
    return {v.x, v.y};
}
json out(const V3f& v) {
    return {v.x, v.y, v.z};
}

json out(const std::vector<std::vector<V2f>>& areas) {
    json list = json::array();
    for (const auto& area : areas) {
        json points = json::array();
        for (const V2f& p : area) points.push_back(out(p));
        list.push_back(std::move(points));
    }
    return list;
}

template <class Tile> json out(const TileGrid<Tile>& tiles, const BlobSink& sink) {
    json list = json::array();
    for (size_t i = 0; i < tiles.size(); ++i) {
        if (!tiles[i]) continue;
        const auto& v = tiles[i]->values;
        const auto bytes = [&v] { return std::string(reinterpret_cast<const char*>(v.data()), v.size() * sizeof(v[0])); };
        list.push_back({{"tile", i}, {"blob", sink({tiles[i], bytes})}});
    }
    return list;
}

json out(const CivilTime& t) {
    char date[40];
    std::snprintf(date, sizeof date, "%04d-%02d-%02d", t.year, t.month, t.day);
    return {{"date", date}, {"hour", t.hour}, {"zone_h", t.zone}};
}

json out(const Surface& s) {
    return {{"name", s.name},
            {"base_color", out(s.baseColor)},
            {"roughness", s.roughness},
            {"metalness", s.metalness},
            {"transmission", s.transmission},
            {"solid", s.solid},
            {"absorption_per_m", out(s.absorption)},
            {"translucency", s.translucency},
            {"through_tint", out(s.throughTint)},
            {"specular", s.specular},
            {"coat", s.coat},
            {"coat_roughness", s.coatRoughness},
            {"lamp_group", s.lampGroup},
            {"emission_cd_m2", out(s.emission)},
            {"recipe", s.recipe},
            {"scale", s.scale},
            {"turn_deg", toDegrees(s.turn)},
            {"relief", s.relief},
            {"picture_size_m", s.textureSize},
            {"picture_mixed", s.mixed},
            {"picture_soft", s.soft}};
}

json out(const Rights& r) {
    return {{"maker", r.maker}, {"source", r.source}, {"licence", r.licence}, {"price", r.price}};
}

struct Dump {
    const BlobSink& sink;
    json& j;

    void operator()(const Building& b) const {
        j["model"] = sink({b.model, [&b] { return packModel(*b.model); }});
        j["position_m"] = out(b.position);
        j["turn_deg"] = toDegrees(b.yaw);
        j["scale"] = b.scale;
        if (!(b.rights == Rights())) j["rights"] = out(b.rights);
        for (size_t i = 0; i < b.surfaces.size(); ++i) {
            j["surfaces"].push_back(out(b.surfaces[i]));
            // Pictures other than the model's own.
            for (size_t k = 0; k < std::size(kMaps); ++k) {
                const auto& picture = b.surfaces[i].maps.*kMaps[k];
                if (i < b.model->materials.size() && picture != b.model->materials[i].maps.*kMaps[k])
                    j["surfaces"].back()[kMapKeys[k]] =
                        picture ? sink({picture, [&picture] { return packPicture(*picture); }}) : std::string();
            }
        }
    }
    void operator()(const Figure& f) const {
        j["at_m"] = out(f.at);
        j["turn_deg"] = toDegrees(f.yaw);
    }
    void operator()(const BuildingPad& p) const {
        j["building"] = p.building.value;
        j["rise_m"] = p.rise;
        j["apron_m"] = p.apron;
        j["batter"] = p.batter;
        j["sink_m"] = p.sink;
    }
    void operator()(const Water& w) const {
        j["spot_m"] = out(w.spot);
        j["level_m"] = w.level;
        j["clarity_m"] = w.clarity;
        j["ripple"] = w.ripple;
        j["tint"] = out(w.tint);
    }
    void operator()(const Planting& p) const {
        j["specimens"] = json::array();
        for (const Specimen& s : p.specimens)
            j["specimens"].push_back({{"species", s.species},
                                      {"at_m", out(s.at)},
                                      {"turn_deg", toDegrees(s.yaw)},
                                      {"scale", s.scale},
                                      {"individual", s.individual}});
    }
    void operator()(const Climber& c) const {
        j["species"] = c.species;
        j["on"] = c.on.value;
        j["foot_m"] = out(c.foot);
        j["facing_deg"] = toDegrees(c.facing);
        j["width_m"] = c.width;
        j["height_m"] = c.height;
        j["seed"] = c.seed;
    }
    void operator()(const Drift& d) const {
        j["areas_m"] = out(d.areas);
        j["mix"] = json::array();
        for (const MixEntry& m : d.mix) j["mix"].push_back({{"species", m.species}, {"share", m.share}});
        j["density_per_m2"] = d.density;
        j["spacing_m"] = d.spacing;
        j["size_spread"] = d.sizeSpread;
        j["lean"] = d.lean;
        j["patchiness"] = d.patchiness;
        j["seed"] = d.seed;
        j["version"] = d.version;
    }
    void operator()(const Clearing& c) const { j["areas_m"] = out(c.areas); }
    void operator()(const Shot& s) const {
        const Camera& c = s.camera;
        j["camera"] = {{"position_m", out(c.position)},
                       {"bearing_deg", toDegrees(c.yaw)},
                       {"pitch_deg", toDegrees(c.pitch)},
                       {"focal_mm", c.focal},
                       {"sensor_mm", c.sensor},
                       {"aspect", c.aspect},
                       {"shift", c.shift}};
        j["daylight"] = out(s.daylight.time);
        j["daylight"]["visibility_m"] = s.daylight.visibility;
        j["daylight"]["cloud"] = s.daylight.cloud;
        j["exposure"] = {{"metered", s.metered}, {"ev100", s.ev100}};
        j["finish"] = {{"exposure_stops", s.finish.exposure},
                       {"balance_k", s.finish.balance},
                       {"contrast", s.finish.contrast},
                       {"saturation", s.finish.saturation},
                       {"vignette_stops", s.finish.vignette}};
        j["output"] = {{"width", s.size.x}, {"height", s.size.y}, {"samples", s.samples}, {"noise", s.noise}};
        j["hidden"] = json::array();
        for (const Id id : s.hidden) j["hidden"].push_back(id.value);
    }
    void operator()(const Group&) const {}
    void operator()(const Mark& m) const {
        j["points_m"] = json::array();
        for (const V3f& p : m.points) j["points_m"].push_back(out(p));
    }
};

} // namespace

json dump(const Project& project, const BlobSink& sink) {
    const Site& site = *project.site;
    const Ground& g = *project.ground;
    json j;
    j["schema"] = kSchema;
    j["site"] = {{"name", site.name},
                 {"latitude_deg", site.place.latitude},
                 {"longitude_deg", site.place.longitude},
                 {"elevation_m", site.place.elevation},
                 {"zone_h", site.zone},
                 {"far_land_seed", site.farSeed},
                 {"season", kSeasonNames[static_cast<int>(site.season)]}};
    j["ground"] = {{"size_m", out(g.grid.size())},
                   {"cell_m", g.grid.cell},
                   {"tile_cells", g.grid.tileCells},
                   {"relief",
                    {{"seed", g.relief.seed},
                     {"height_m", g.relief.height},
                     {"feature_m", g.relief.feature},
                     {"roughness", g.relief.roughness},
                     {"tilt", out(g.relief.tilt)}}},
                   {"survey", out(g.survey, sink)},
                   {"sculpt", out(g.sculpt, sink)},
                   {"gravel", out(g.gravel, sink)}};
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
                  {"type", kBodyNames[item->body.index()]},
                  {"visible", item->visible},
                  {"locked", item->locked}};
        if (item->group) i["group"] = item->group.value;
        std::visit(Dump{sink, i}, item->body);
        j["items"].push_back(std::move(i));
    }
    return j;
}

} // namespace thallos
