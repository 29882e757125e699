#include "tests/core/sample_site.h"

#include <map>

#include "core/base/hash.h"
#include "core/project/json.h"

namespace fs = std::filesystem;

namespace thallos::test {

std::shared_ptr<const PlantLibrary> library() {
    static const auto l = PlantLibrary::load(fs::path(THALLOS_SOURCE) / "assets/species", {}, nullptr, plantCache());
    return l;
}

std::shared_ptr<const Model> shed() {
    auto m = std::make_shared<Model>();
    m->name = "Shed";
    m->materials = {{.name = "wood", .baseColor = Rgb(0.3f)}, {.name = "glass", .transmission = 1}};
    m->parts = {partOf("walls", 0, box({-4, -3, 0}, {4, 3, 3})),
                partOf("pane", 1, box({-1, -3.1f, 1}, {1, -3.05f, 2}))};
    tidy(*m);
    return m;
}

// A small site with one of everything.
Project sample() {
    Project p = newProject({120, 120}, 0.5f, "Test site");
    p = withRelief(p, {7, 4, 50, 0.4f, {0.01f, 0.03f}});
    p = dabbed(p, naturalOf(p), {BrushKind::Lower, 12, 1.5f, 0.7f}, {30, -30});
    Cover gravel;
    gravel.painted = paintedAlong(p.ground->grid, {}, {{-50, -40}, {0, -12}}, 2, 0.3f);
    p = added(p, "Gravel", gravel);
    const HeightField natural = naturalOf(p);
    Building b;
    b.model = shed();
    b.surfaces = b.model->materials;
    b.position = {2, 3, seatHeight(b, natural)};
    b.yaw = 0.3f;
    Id house;
    p = added(p, "Shed", b, &house);
    p = added(p, "Shed pad", BuildingPad{house});
    p = added(p, "Figure", Figure{{-6, -8}, 1});
    p = added(p, "Pond", Water{{30, -30}, natural.at({30, -30}) + 0.7f});
    p = added(p, "Trees", Specimens{{{"Apple", {-20, 10}, 0.5f, 1.1f, 2}, {"Birch", {-25, 18}, 1, 0.9f, 0}}});
    Drift d;
    d.areas = {{{-30, -30}, {25, -35}, {30, 25}, {-25, 30}}};
    d.mix = {{"Fescue", 0.8f}, {"Oxeye daisy", 0.2f}};
    d.density = 3;
    p = added(p, "Meadow", d);
    p = added(p, "Clearing", Clearing{{{{-12, -20}, {-4, -20}, {-4, -12}, {-12, -12}}}});
    check(p);
    return p;
}

Project withRelief(const Project& p, const Relief& relief) {
    return withTerrain(p, [&](Terrain& t) { t.relief = relief; });
}

float coverAt(const Project& p, const V2f& at) {
    const auto covers = itemsOf<Cover>(p);
    return covers.empty() ? 0 : layerAt(p.ground->grid, bodyOf<Cover>(covers.front())->painted, at);
}

// The document's hash: equal hashes are equal documents, blobs included.
std::string text(const Project& p) {
    return contentHash(dump(p, [](const std::string& bytes) { return contentHash(bytes); }).dump());
}

Project reread(const Project& p) {
    std::map<std::string, std::string> blobs;
    const auto j = dump(p, [&](const std::string& bytes) {
        const std::string h = contentHash(bytes);
        blobs[h] = bytes;
        return h;
    });
    return load(nlohmann::json::parse(j.dump()), [&](const std::string& h) { return blobs.at(h); });
}

nlohmann::json asOfSchema9(nlohmann::json j) {
    j["schema"] = 9;
    nlohmann::json &ground = j["ground"], items = nlohmann::json::array();
    ground["survey"] = ground["sculpt"] = ground["gravel"] = nlohmann::json::array();
    const auto tiles = [](nlohmann::json list) {
        for (auto& tile : list) tile.erase("cells");
        return list;
    };
    for (const auto& item : j["items"]) {
        if (item["type"] == "terrain") {
            ground["relief"] = item["relief"];
            if (item.contains("survey")) ground["survey"] = tiles(item["survey"]);
        } else if (item["type"] == "sculpting")
            ground["sculpt"] = tiles(item["heights"]);
        else if (item["type"] == "cover")
            ground["gravel"] = tiles(item["painted"]);
        else
            items.push_back(item);
    }
    j["items"] = items;
    return j;
}

fs::path scratch() {
    return fs::temp_directory_path(); // the test program's own, and gone with it
}

// Everything that is derived, as numbers.
std::string fingerprint(const BuiltSite& s) {
    std::string bytes;
    for (const auto& t : s.land.field.tiles)
        for (const auto& b : t->blocks) bytes += contentHash(b->z.values.data(), b->z.values.size() * sizeof(float));
    for (const auto& tiles : s.plants)
        for (const auto& t : tiles) bytes += contentHash(t->records.data(), t->records.size() * sizeof(PlantRecord));
    for (const auto& w : s.waters)
        bytes += contentHash(w.surface->positions.data(), w.surface->positions.size() * sizeof(V3f));
    bytes += contentHash(s.far->positions.data(), s.far->positions.size() * sizeof(V3f));
    return contentHash(bytes);
}

} // namespace thallos::test
