// What can be asked of a file: snags, the health of a model, how a building stands.
#include "cli/commands.h"
#include "core/base/error.h"
#include "core/ground/contact.h"
#include "core/project/store.h"
#include "core/snags/snags.h"

namespace thallos {

using nlohmann::json;

namespace {

struct CheckName {
    const char *name, *unit, *fix;
};
// In the order of SnagKind.
constexpr CheckName kChecks[kSnagKinds] = {
    {"floating_edge", "m", "seat the building lower, or level a pad under it"},
    {"buried_floor", "m", "raise the building, or lower the ground beside it"},
    {"soil_in_room", "m", "level a pad under the building"},
    {"water_at_floor", "m", "raise the building above the water"},
    {"size", "m", "check the unit of the file"},
    {"leftovers", "things", "remove them under Check model"},
    {"inside_out", "faces", "turn them under Check model"},
    {"coplanar_doubles", "faces", "move them apart under Check model"},
    {"coarse_texture", "px", "use a larger picture or a material of the library"},
    {"repeating_texture", "repeats", "mix the texture, or use a material of the library"},
    {"door_height", "m", "check the unit of the file"},
    {"storey_height", "m", "check the unit of the file"},
    {"step_height", "m", "check the unit of the file"},
    {"floor_in_ground", "m2", "raise the building above the ground"},
    {"path_too_steep", "percent", "add steps, or lead it another way"},
    {"ground_over_path", "m", "grade the path last"},
    {"ground_over_deck", "m", "lower the ground beside the walkway"},
    {"bank_too_steep", "deg", "hold it by a wall, or make it flatter"}};

// In the order of Fault.
constexpr const char* kFaultNames[kFaults] = {"loose_vertices", "degenerate_faces", "duplicate_faces",
                                              "inside_out",     "open_edges",       "coplanar_doubles",
                                              "wrong_normals",  "leftovers",        "sheets"};

std::shared_ptr<const BuiltSite> builtOf(const Project& project) {
    return build(project, plantLibrary());
}

const Item& buildingNamed(const Project& project, const std::string& name) {
    const Item* item = find(project, name);
    if (!item) throw Error(Error::Kind::Missing, Text("The project has no item “%w”"), name);
    if (!bodyOf<Building>(item)) throw Error(Error::Kind::Invalid, Text("“%w” is not a building"), name);
    return *item;
}

json placeOf(const V3f& p) {
    return {p.x, p.y, p.z};
}

void snags(const std::string& file, const std::string& shot) {
    const Project project = openProject(file);
    const Item* seen = shot.empty() ? nullptr : find(project, shot);
    if (!shot.empty() && !bodyOf<Shot>(seen))
        throw Error(Error::Kind::Missing, Text("The project has no shot “%w”"), shot);
    KnownModels known;
    json list = json::array();
    for (const Snag& s : snagsOf(*builtOf(project), known)) {
        if (seen && s.shot && s.shot != seen->id) continue;
        const CheckName& check = kChecks[static_cast<size_t>(s.kind)];
        const Item* item = find(project, s.item);
        json one{{"id", s.item.value},  {"item", item ? item->name : std::string()},
                 {"check", check.name}, {"place_m", placeOf(s.at)},
                 {"value", s.figure},   {"limit", s.limit},
                 {"unit", check.unit},  {"fix", check.fix}};
        if (!s.name.empty()) one["about"] = s.name;
        if (const Item* in = find(project, s.shot)) one["shot"] = in->name;
        list.push_back(std::move(one));
    }
    report({{"snags", list}});
}

void health(const std::string& file, const std::string& name) {
    const Project project = openProject(file);
    const auto& b = std::get<Building>(buildingNamed(project, name).body);
    json faults = json::array();
    for (const Finding& f : healthOf(*b.model)) {
        std::map<int, int64_t> parts; // faces by part; 0: the part as a whole
        for (const FaultPlace& place : f.places) parts[place.part] += static_cast<int64_t>(place.triangles.size());
        json where = json::array();
        for (const auto& [part, faces] : parts)
            where.push_back({{"part", b.model->parts[static_cast<size_t>(part)].name}, {"faces", faces}});
        faults.push_back(
            {{"fault", kFaultNames[static_cast<size_t>(f.kind)]}, {"count", f.count}, {"parts", std::move(where)}});
    }
    report({{"item", name}, {"faults", faults}});
}

void contact(const std::string& file, const std::string& name) {
    const Project project = openProject(file);
    const auto& b = std::get<Building>(buildingNamed(project, name).body);
    const Contact c = contactOf(outlinesOf(b), footHeight(b), builtOf(project)->land.field);
    json gaps = json::array(), along = json::array();
    for (const ContactSample& s : c.samples) {
        along.push_back(s.along);
        gaps.push_back(s.gap);
    }
    report({{"item", name},
            {"perimeter_m", c.length},
            {"floating_m", c.floating},
            {"buried_m", c.buried},
            {"highest_gap_m", c.highest},
            {"lowest_gap_m", c.lowest},
            {"along_m", along},
            {"gap_m", gaps}});
}

} // namespace

void addCheckCommands(CLI::App& app) {
    const auto text = [] { return std::make_shared<std::string>(); };
    {
        auto file = text(), shot = text();
        auto* c = app.add_subcommand("snags", "what would be noticed in a picture as a mistake");
        c->add_option("project", *file, "project file")->required();
        c->add_option("--shot", *shot, "without what only other shots see");
        c->callback([=] { snags(*file, *shot); });
    }
    {
        auto file = text(), item = text();
        auto* c = app.add_subcommand("health", "what is wrong with a building's model");
        c->add_option("project", *file, "project file")->required();
        c->add_option("item", *item, "building")->required();
        c->callback([=] { health(*file, *item); });
    }
    {
        auto file = text(), item = text();
        auto* c = app.add_subcommand("contact", "the gap between a building's foot and the ground");
        c->add_option("project", *file, "project file")->required();
        c->add_option("item", *item, "building")->required();
        c->callback([=] { contact(*file, *item); });
    }
}

} // namespace thallos
