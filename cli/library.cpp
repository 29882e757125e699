#include <cstdio>
#include <filesystem>

#include "cli/commands.h"
#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/exchange/proxy_import.h"
#include "core/finish/encode.h"
#include "core/jobs/collect.h"
#include "core/project/store.h"

namespace thallos {

using nlohmann::json;
namespace fs = std::filesystem;

std::shared_ptr<const PlantLibrary> plantLibrary() {
    std::vector<std::string> unread;
    auto library = PlantLibrary::load(assetFolder() / "species", dataFolder() / "species", &unread, plantCache());
    for (const std::string& why : unread) std::fprintf(stderr, "%s\n", why.c_str());
    return library;
}

namespace {

void species(const std::string& name) {
    const auto lib = plantLibrary();
    json list = json::array();
    for (size_t at = 0; at < lib->species().size(); ++at) {
        const Species& s = lib->species()[at];
        if (!name.empty() && s.recipe.name != name) continue;
        int64_t triangles = 0;
        for (int k = 0; k < kIndividuals; ++k)
            triangles += static_cast<int64_t>(
                lib->individual(IndividualId::of(static_cast<int>(at), k)).form(Level::Near).triangles());
        list.push_back({{"name", s.recipe.name},
                        {"latin", s.recipe.latin},
                        {"kind", kSpeciesKindNames[static_cast<int>(s.recipe.kind)]},
                        {"height_m", s.height()},
                        {"spread_m", s.spread()},
                        {"triangles", triangles / kIndividuals},
                        {"variants", kIndividuals}});
    }
    if (!name.empty()) {
        if (list.empty()) throw Error(Error::Kind::Missing, Text("There is no species named %w"), name);
        report(list.front());
    } else if (printJson)
        report({{"species", list}});
    else
        for (const json& s : list)
            std::printf("%-16s %-16s %6.2f m high %6.2f m wide %8lld triangles\n", s["name"].get<std::string>().c_str(),
                        s["kind"].get<std::string>().c_str(), s["height_m"].get<double>(), s["spread_m"].get<double>(),
                        s["triangles"].get<long long>());
}

struct ProxyOptions {
    std::string file, name, kind, out;
    std::vector<std::string> slots;
    float height = 0;
    bool stands = false, upright = false;
    Rights rights;
};
void proxy(const ProxyOptions& o) {
    const fs::path file = fs::absolute(o.file);
    const ProxyDraft draft = isPicture(file) ? draftOf(importPicture(file, true), file.stem().string())
                                             : draftOf(importForeign(file, {.plant = true}));
    ProxyOrder order;
    order.name = o.name.empty() ? draft.model.name : o.name;
    order.kind = draft.kind;
    for (size_t k = 0; k < std::size(kSpeciesKindNames); ++k)
        if (o.kind == kSpeciesKindNames[k]) order.kind = static_cast<SpeciesKind>(k);
    order.height = o.height;
    order.turns = draft.flat && !o.stands;
    order.upright = o.upright || draft.lies;
    order.rights = o.rights;
    if (order.rights.source.empty()) order.rights.source = file.string();
    for (const ProxyMaterial& s : draft.materials) order.roles.push_back(s.role);
    for (const std::string& s : o.slots) {
        const size_t at = s.rfind('=');
        const std::string name = s.substr(0, at), role = at == std::string::npos ? "" : s.substr(at + 1);
        bool found = false;
        for (size_t i = 0; i < draft.materials.size(); ++i)
            for (size_t k = 0; k < std::size(kPartRoleNames); ++k)
                if (draft.materials[i].name == name && role == kPartRoleNames[k]) {
                    order.roles[i] = static_cast<PartRole>(k);
                    found = true;
                }
        if (!found)
            throw Error(Error::Kind::Invalid,
                        Text("%w does not name a material of the file with wood, leaf, flower or other"), s);
    }
    const ProxyMade made = makeProxy(draft, order);
    const fs::path recipe = keepProxy(made, o.out.empty() ? dataFolder() / "species" : fs::path(o.out));
    json slots = json::array();
    for (size_t i = 0; i < draft.materials.size(); ++i)
        slots.push_back({{"name", draft.materials[i].name},
                         {"role", kPartRoleNames[static_cast<int>(order.roles[i])]},
                         {"triangles", draft.materials[i].triangles}});
    std::vector<std::string> told;
    for (const Text& line : made.report) told.push_back(line.english());
    report({{"name", order.name},
            {"kind", kSpeciesKindNames[static_cast<int>(order.kind)]},
            {"recipe", recipe.string()},
            {"height_in_file_m", draft.height},
            {"height_m", order.height},
            {"slots", slots},
            {"triangles_before", made.trianglesBefore},
            {"triangles", made.trianglesAfter},
            {"bytes_before", made.bytesBefore},
            {"bytes", made.bytesAfter},
            {"report", told}});
}

void rights(const std::string& file) {
    const auto assets = assetsOf(openProject(file), *plantLibrary());
    if (!printJson) {
        std::fputs(rightsTable(assets).c_str(), stdout);
        return;
    }
    json list = json::array();
    for (const Asset& a : assets)
        list.push_back({{"name", a.name},
                        {"what", a.what},
                        {"maker", a.rights.maker},
                        {"source", a.rights.source},
                        {"licence", a.rights.licence},
                        {"price", a.rights.price},
                        {"used_by", a.used}});
    report({{"assets", list}});
}

void collectInto(const std::string& file, const std::string& folder) {
    const Collected c = collect(openProject(file), *plantLibrary(), folder);
    report({{"project", c.project.string()}, {"files", c.files}, {"missing", c.missing}});
}

} // namespace

void addLibraryCommands(CLI::App& app) {
    auto text = [] { return std::make_shared<std::string>(); };
    {
        auto name = text();
        auto* c = app.add_subcommand("species", "the plant library");
        c->add_option("name", *name, "one species");
        c->callback([name] { species(*name); });
    }
    {
        auto o = std::make_shared<ProxyOptions>();
        auto* c = app.add_subcommand("proxy", "import a plant, prop or cut-out into the plant library");
        c->add_option("file", o->file, "model or image")->required();
        c->add_option("--height-m", o->height, "real height in metres")->required();
        c->add_option("--name", o->name, "name of the species; default: that of the file");
        c->add_option("--kind", o->kind, "kind of the species; default: guessed")
            ->check(
                CLI::IsMember(std::vector<std::string>(std::begin(kSpeciesKindNames), std::end(kSpeciesKindNames))));
        c->add_option("--slot", o->slots, "MATERIAL=wood|leaf|flower|other, to correct the role of a material");
        c->add_flag("--fixed", o->stands, "the card does not face the camera");
        c->add_flag("--stand-up", o->upright, "stand the model up (other up axis)");
        c->add_option("--author", o->rights.maker, "author");
        c->add_option("--source", o->rights.source, "source; default: the file");
        c->add_option("--licence", o->rights.licence, "licence");
        c->add_option("--price", o->rights.price, "price, with the currency");
        c->add_option("--out", o->out, "folder of species; default: the user's own");
        c->callback([o] { proxy(*o); });
    }
    {
        auto file = text();
        auto* c = app.add_subcommand("rights", "list imported assets with their licences as CSV");
        c->add_option("project", *file, "project file")->required();
        c->callback([file] { rights(*file); });
    }
    {
        auto file = text(), folder = text();
        auto* c = app.add_subcommand("collect", "copy a project and its imported assets into one folder");
        c->add_option("project", *file, "project file")->required();
        c->add_option("folder", *folder, "folder to write")->required();
        c->callback([=] { collectInto(*file, *folder); });
    }
}

} // namespace thallos
