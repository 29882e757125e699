#include <cmath>
#include <cstdio>
#include <fstream>
#include <map>

#include "cli/commands.h"
#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/outside.h"
#include "core/base/text.h"
#include "core/exchange/foreign.h"
#include "core/exchange/site_body.h"
#include "core/exchange/survey.h"
#include "core/finish/encode.h"
#include "core/project/built_site.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/recovery.h"
#include "core/project/store.h"

namespace thallos {

using nlohmann::json;

namespace {

// Not over a project that is open in a window: what is done there would be saved over it, or it over that.
void saveFree(const Project& project, const std::filesystem::path& file) {
    std::error_code e;
    if (std::filesystem::exists(file, e) && !WriterLock(file).held())
        throw Error(Error::Kind::Unwritable, Text("%w is open in another program"), file.string(),
                    Text("Close it there, or write another file"));
    saveProjectAs(project, file);
}

Box3f transformed(const Box3f& box, const M44f& m) {
    Box3f out;
    for (int i = 0; i < 8; ++i)
        out.extendBy(V3f(i & 1 ? box.max.x : box.min.x, i & 2 ? box.max.y : box.min.y, i & 4 ? box.max.z : box.min.z) *
                     m);
    return out;
}

json boundsJson(const Box3f& b) {
    return {{b.min.x, b.min.y, b.min.z}, {b.max.x, b.max.y, b.max.z}};
}

// The document with its blobs kept aside by hash.
struct Dumped {
    json document;
    std::map<std::string, std::string> blobs;
};
Dumped dumped(const Project& project) {
    Dumped d;
    d.document = dump(project, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        d.blobs.emplace(hash, bytes);
        return hash;
    });
    return d;
}

std::vector<std::string> english(const std::vector<Text>& texts) {
    std::vector<std::string> out;
    for (const Text& t : texts) out.push_back(t.english());
    return out;
}

std::vector<std::string> warningsOf(const ForeignModel& read) {
    std::vector<std::string> out = english(read.notes);
    for (const std::string& name : read.missing) out.push_back("Texture " + name + " not found or unreadable");
    return out;
}

void info(const std::string& file) {
    const std::string ending = lowerExtension(file);
    if (ending != ".thallos") {
        const ForeignModel read = importForeign(file);
        const Model& model = read.model;
        json items = json::array();
        for (size_t i = 0; i < model.parts.size(); ++i)
            items.push_back({{"id", i},
                             {"name", model.parts[i].name},
                             {"type", "part"},
                             {"count", model.parts[i].mesh->triangles.size()}});
        report({{"kind", "model"},
                {"items", items},
                {"triangles", triangleCount(model)},
                {"materials", model.materials.size()},
                {"plants", 0},
                {"bounds_m", boundsJson(bounds(model))},
                {"warnings", warningsOf(read)}});
        return;
    }
    const Project project = openProject(file);
    std::vector<Text> warnings;
    const auto site = build(project, plantLibrary(), nullptr, BuildMode::Rest, &warnings);
    json items = json::array();
    int64_t triangles = 0;
    const V2f z = site->land.field.range();
    Box3f box({site->land.field.grid.box().min.x, site->land.field.grid.box().min.y, z.x},
              {site->land.field.grid.box().max.x, site->land.field.grid.box().max.y, z.y});
    for (const auto& item : project.items) {
        int64_t count = 1;
        if (const auto* b = std::get_if<Building>(&item->body)) {
            count = static_cast<int64_t>(b->model->parts.size());
            triangles += triangleCount(*b->model);
            box.extendBy(transformed(bounds(*b->model), transformOf(*b)));
        } else if (std::holds_alternative<Drift>(item->body) || std::holds_alternative<Specimens>(item->body))
            count = site->plantCount(item->id);
        items.push_back(
            {{"id", item->id.value}, {"name", item->name}, {"type", kindName(item->body)}, {"count", count}});
    }
    for (const auto& tiles : site->plants)
        for (const auto& t : tiles) box.extendBy(t->bounds);
    report({{"kind", "project"},
            {"items", items},
            {"triangles", triangles},
            {"plants", site->plantCount()},
            {"bounds_m", boundsJson(box)},
            {"warnings", english(warnings)}});
}

void edit(const std::string& file, const std::string& patchFile, const std::string& out) {
    const Project project = openProject(file);
    std::ifstream in(patchFile);
    if (!in) throw Error(Error::Kind::Missing, Text("File not found: %w"), patchFile);
    const json patch = json::parse(in, nullptr, false);
    if (patch.is_discarded()) throw Error(Error::Kind::Unreadable, Text("%w is not valid JSON"), patchFile);
    Dumped d = dumped(project);
    json changed;
    try {
        changed = d.document.patch(patch);
    } catch (const json::exception& e) {
        throw Error(Error::Kind::Invalid, Text("%w cannot be applied (%1)", e.what()), patchFile);
    }
    const Project edited = load(changed, [&](const std::string& hash) {
        const auto it = d.blobs.find(hash);
        if (it == d.blobs.end())
            throw Error(Error::Kind::Missing, Text("%w names a blob that the project does not have"), patchFile);
        return it->second;
    });
    build(edited, plantLibrary()); // what cannot be built is not saved
    saveFree(edited, out);
    report({{"changed", changed != d.document}});
}

struct ImportOptions {
    std::string project, model, at = "0,0", unit = "file", replaced, out;
    double yaw = 0;
    bool seat = false;
};
// The client's next file in place of a building: place, materials and changes stay, and what stands at it.
void replace(const ImportOptions& o, float unit) {
    const Project project = openProject(o.project);
    const Item* item = find(project, o.replaced);
    const auto* b = bodyOf<Building>(item);
    if (!b) throw Error(Error::Kind::Missing, Text("The project has no building “%w”"), o.replaced);
    ModelImport how{unit > 0 ? unit : b->read.unit, b->read.up};
    how.folders.assign(b->read.folders.begin(), b->read.folders.end());
    ForeignModel read = importForeign(o.model, how);
    if (!b->read.without.empty()) read = leftOut(read, b->read.without);
    const V3f shift = b->read.unit > 0 ? V3f(read.origin - b->read.origin) : V3f(0);
    Reimported r = thallos::reimported(*b, std::make_shared<const Model>(read.model), shift);
    r.building.read = {read.unit, read.up, read.origin, b->read.without, b->read.folders, read.missing};
    r.building.rights.source = plainLines(std::filesystem::absolute(o.model).string());
    std::vector<Text> told;
    const Project out = mended(withReimported(project, item->id, r), told);
    std::vector<std::string> warnings = warningsOf(read);
    for (std::string& sentence : english(told)) warnings.push_back(std::move(sentence));
    for (const std::string& part : r.missing)
        warnings.push_back("A change names " + part + ", which is not there any more");
    saveFree(out, o.out);
    report({{"added", r.came}, {"changed", r.changed}, {"removed", r.went}, {"warnings", warnings}});
}

void import(const ImportOptions& o) {
    static const std::map<std::string, float> units{{"file", 0},   {"m", 1},        {"mm", 0.001f},
                                                    {"cm", 0.01f}, {"in", 0.0254f}, {"ft", 0.3048f}};
    if (!o.replaced.empty()) return replace(o, units.at(o.unit));
    const Project project = openProject(o.project);
    Building b;
    const ForeignModel read = importForeign(o.model, {units.at(o.unit)});
    b.read = {read.unit, read.up, read.origin, {}, {}, read.missing};
    b.model = std::make_shared<const Model>(read.model);
    b.surfaces = b.model->materials;
    b.rights.source = plainLines(std::filesystem::absolute(o.model).string());
    const V2f at = parsePair(o.at, "--at");
    b.yaw = radians(static_cast<float>(o.yaw));
    b.position = {at.x, at.y, 0};
    const HeightField natural = naturalOf(project);
    b.position.z = seatHeight(b, natural);
    Id id;
    Project out = added(project, b.model->name, b, &id);
    if (o.seat) out = added(out, b.model->name + " pad", BuildingPad{id});
    std::vector<Text> told;
    out = mended(out, told);
    std::vector<std::string> warnings = warningsOf(read);
    for (std::string& sentence : english(told)) warnings.push_back(std::move(sentence));
    saveFree(out, o.out);
    report({{"parts", b.model->parts.size()},
            {"materials", b.model->materials.size()},
            {"triangles", triangleCount(*b.model)},
            {"bounds_m", boundsJson(transformed(bounds(*b.model), transformOf(b)))},
            {"warnings", warnings}});
}

struct GroundOptions {
    std::string project, exported, imported, profile, out;
    bool resample = false;
    double pngHeight = 0;
    int samples = 100;
};
void ground(const GroundOptions& o) {
    const Project project = openProject(o.project);
    if (!o.imported.empty()) {
        const HeightRaster r = importHeights(o.imported, static_cast<float>(o.pngHeight));
        const Surveyed s = surveyed(project.ground->grid, r, o.resample ? Fit::TrueSize : Fit::Exact, o.imported);
        const Project out = lifted(project, withTerrain(project, [&](Terrain& t) { t.survey = s.heights; }));
        saveFree(out, o.out.empty() ? o.project : o.out);
        const V2f z = naturalOf(out).range();
        report({{"width", r.width},
                {"height", r.height},
                {"cell_m", out.ground->grid.cell},
                {"unknown_share", s.unknown},
                {"min_m", z.x},
                {"max_m", z.y}});
        return;
    }
    const auto site = build(project, plantLibrary());
    const HeightField& field = site->land.field;
    if (!o.profile.empty()) {
        float x0 = 0, y0 = 0, x1 = 0, y1 = 0;
        if (std::sscanf(o.profile.c_str(), "%f,%f,%f,%f", &x0, &y0, &x1, &y1) != 4)
            throw Error(Error::Kind::Invalid, Text("%w must be x0,y0,x1,y1"), "--profile");
        json xs = json::array(), ys = json::array(), zs = json::array();
        for (int i = 0; i < o.samples; ++i) {
            const float t = o.samples > 1 ? static_cast<float>(i) / static_cast<float>(o.samples - 1) : 0;
            const V2f p(lerp(x0, x1, t), lerp(y0, y1, t));
            xs.push_back(p.x);
            ys.push_back(p.y);
            zs.push_back(field.at(p));
        }
        report({{"x_m", xs}, {"y_m", ys}, {"z_m", zs}});
        return;
    }
    const V2f range = field.range();
    if (!o.exported.empty()) {
        HeightRaster r{field.grid.cells.x + 1, field.grid.cells.y + 1, field.grid.cell, {}};
        for (int y = 0; y < r.height; ++y)
            for (int x = 0; x < r.width; ++x) r.values.push_back(field.sample(x, field.grid.cells.y - y));
        exportHeights(o.exported, r, field.grid.origin);
    }
    report({{"width", field.grid.cells.x + 1},
            {"height", field.grid.cells.y + 1},
            {"cell_m", field.grid.cell},
            {"min_m", range.x},
            {"max_m", range.y}});
}

void plants(const std::string& file, const std::string& itemName, const std::string& csv) {
    const Project project = openProject(file);
    const auto site = build(project, plantLibrary());
    const Item* only = itemName.empty() ? nullptr : find(project, itemName);
    if (!itemName.empty() && !only) throw Error(Error::Kind::Missing, Text("There is no item named %w"), itemName);
    int64_t count = 0;
    writeWhole(csv, [&](const std::filesystem::path& temporary) {
        std::ofstream out(temporary);
        out << "item,species,variant,x_m,y_m,z_m,yaw_deg,tilt_deg,scale,height_m\n";
        for (const auto& tiles : site->plants)
            for (const auto& tile : tiles)
                for (const PlantRecord& r : tile->records) {
                    if (only && r.item != only->id.value) continue;
                    const Item* item = find(project, Id{r.item});
                    const Species& s = site->library->species()[r.individual.species()];
                    const float tilt = degrees(
                        std::atan(std::hypot(static_cast<float>(r.tiltEast), static_cast<float>(r.tiltNorth)) / 127));
                    char numbers[160];
                    std::snprintf(numbers, sizeof numbers, ",%d,%.4f,%.4f,%.4f,%.3f,%.3f,%.4f,%.3f\n",
                                  static_cast<int>(r.individual.which()), r.x, r.y, r.z, degrees(yawOf(r)), tilt,
                                  scaleOf(r), scaleOf(r) * site->library->individual(r.individual).height);
                    out << csvCell(item ? item->name : "") << ',' << csvCell(s.recipe.name) << numbers;
                    ++count;
                }
        out.flush();
        if (!out) throw std::runtime_error("write");
    });
    report({{"plants", count}});
}

} // namespace

void addDocumentCommands(CLI::App& app) {
    auto text = [] { return std::make_shared<std::string>(); };
    {
        auto file = text();
        auto* c = app.add_subcommand("info", "what a project or model file holds");
        c->add_option("file", *file, "project or model")->required();
        c->callback([file] { info(*file); });
    }
    {
        auto file = text();
        auto* c = app.add_subcommand("dump", "the whole document as JSON, large things by hash");
        c->add_option("project", *file, "project file")->required();
        c->callback([file] { std::printf("%s\n", dumped(openProject(*file)).document.dump(1).c_str()); });
    }
    {
        auto file = text(), patch = text(), out = text();
        auto* c = app.add_subcommand("edit", "apply an RFC 6902 JSON Patch to the dumped document");
        c->add_option("project", *file, "project file")->required();
        c->add_option("--patch", *patch, "JSON Patch")->required();
        c->add_option("--out", *out, "project file to write")->required();
        c->callback([=] { edit(*file, *patch, *out); });
    }
    {
        auto file = text(), size = text();
        auto cell = std::make_shared<float>(0.5f);
        auto* c = app.add_subcommand("new", "create an empty site");
        c->add_option("project", *file, "project file to write")->required();
        c->add_option("--size-m", *size, "W,H in metres")->required();
        c->add_option("--cell-m", *cell, "terrain grid in metres")->required();
        c->callback([=] {
            const Project p =
                newProject(parsePair(*size, "--size-m"), *cell, std::filesystem::path(*file).stem().string());
            saveFree(p, *file);
            report({{"width", p.ground->grid.cells.x + 1},
                    {"height", p.ground->grid.cells.y + 1},
                    {"cell_m", p.ground->grid.cell}});
        });
    }
    {
        auto o = std::make_shared<ImportOptions>();
        auto* c = app.add_subcommand("import", "import a building or prop into a project");
        c->add_option("project", o->project, "project file")->required();
        c->add_option("model", o->model, "glTF, OBJ or another model file")->required();
        c->add_option("--at", o->at, "position x,y in metres");
        c->add_option("--yaw", o->yaw, "rotation in degrees, counter-clockwise");
        c->add_option("--unit", o->unit, "unit of the model file")
            ->check(CLI::IsMember({"file", "m", "mm", "cm", "in", "ft"}));
        c->add_flag("--seat", o->seat, "level a pad under it");
        c->add_option("--replace", o->replaced, "the building that the file takes the place of; all else stays")
            ->excludes("--at")
            ->excludes("--yaw")
            ->excludes("--seat");
        c->add_option("--out", o->out, "project file to write")->required();
        c->callback([o] { import(*o); });
    }
    {
        auto o = std::make_shared<GroundOptions>();
        auto* c = app.add_subcommand("ground", "export, import or sample the terrain");
        c->add_option("project", o->project, "project file")->required();
        c->add_option("--export", o->exported, ".tif, .asc or .png to write");
        c->add_option("--import", o->imported, "GeoTIFF, ASCII grid, PNG or HGT to read");
        c->add_flag("--resample", o->resample, "fit terrain of another size: centred on the site, at its real size");
        c->add_option("--height-m", o->pngHeight, "height of full white in a PNG");
        c->add_option("--profile", o->profile, "sample heights along x0,y0,x1,y1 in metres");
        c->add_option("--samples", o->samples, "number of samples along the profile")->check(CLI::Range(1, 1000000));
        c->add_option("--out", o->out, "project file to write after an import; default: overwrite the input");
        c->callback([o] { ground(*o); });
    }
    {
        auto file = text(), item = text(), csv = text();
        auto* c = app.add_subcommand("plants", "export the planting as CSV");
        c->add_option("project", *file, "project file")->required();
        c->add_option("--item", *item, "one planting item only");
        c->add_option("--csv", *csv, "file to write")->required();
        c->callback([=] { plants(*file, *item, *csv); });
    }
}

} // namespace thallos
