#include "core/jobs/collect.h"
#include "core/base/text.h"

#include <algorithm>
#include <fstream>
#include <map>
#include <set>

#include "core/base/error.h"
#include "core/finish/encode.h"
#include "core/model/model_blob.h"
#include "core/project/store.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

void put(const fs::path& file, const std::string& bytes) {
    writeWhole(file, [&](const fs::path& beside) {
        std::ofstream out(beside, std::ios::binary);
        out << bytes;
        out.flush();
        if (!out)
            throw Error(Error::Kind::Unwritable, Text("%w could not be written"), file.string(),
                        Text("Check that the folder is writable and the disk is not full"));
    });
}

// A name for a file; letters of other alphabets (UTF-8) stay what they are.
std::string plainName(const std::string& name) {
    std::string out;
    for (const char c : name) {
        const auto byte = static_cast<unsigned char>(c);
        out += byte >= 128 ? c : std::isalnum(byte) ? static_cast<char>(std::tolower(byte)) : '-';
    }
    return out;
}

// The file's name in a folder, with a number where another thing has it.
fs::path freeName(const fs::path& wanted, std::set<fs::path>& taken) {
    fs::path name = wanted;
    for (int n = 2; !taken.insert(name).second; ++n)
        name = wanted.stem().string() + "-" + std::to_string(n) + wanted.extension().string();
    return name;
}

std::map<std::string, std::vector<std::string>> planted(const Project& project) {
    std::map<std::string, std::vector<std::string>> out;
    for (const auto& item : project.items)
        for (const std::string& name : speciesIn(*item)) out[name].push_back(item->name);
    return out;
}

} // namespace

std::vector<Asset> assetsOf(const Project& project, const PlantLibrary& library) {
    std::vector<Asset> out;
    std::map<const Model*, size_t> models;
    for (const Item* item : itemsOf<Building>(project)) {
        const auto* b = bodyOf<Building>(item);
        const auto [at, fresh] = models.try_emplace(b->model.get(), out.size());
        if (fresh) out.push_back({b->model->name, "building", b->rights, {}});
        out[at->second].used.push_back(item->name);
    }
    const auto all = library.with(project.species);
    for (const auto& [name, items] : planted(project)) {
        const int at = all->find(name);
        if (at < 0) continue;
        const Species& s = all->species()[at];
        if (s.origin != SpeciesOrigin::Shipped)
            out.push_back({name, kSpeciesKindNames[static_cast<int>(s.recipe.kind)], s.recipe.rights, items});
    }
    return out;
}

std::string rightsTable(const std::vector<Asset>& assets) {
    std::string out = "name,what,maker,source,licence,price,used by\r\n";
    for (const Asset& a : assets) {
        std::string used;
        for (const std::string& u : a.used) used += (used.empty() ? "" : "; ") + u;
        const std::string row[] = {a.name,         a.what, a.rights.maker, a.rights.source, a.rights.licence,
                                   a.rights.price, used};
        for (size_t i = 0; i < std::size(row); ++i) out += (i ? "," : "") + csvCell(row[i]);
        out += "\r\n";
    }
    return out;
}

Collected collect(const Project& project, const PlantLibrary& library, const fs::path& folder, Progress* progress) {
    std::error_code e;
    fs::create_directories(folder / "species", e);
    fs::create_directories(folder / "sources", e);
    if (e)
        throw Error(Error::Kind::Unwritable, Text("The folder %w cannot be created (%1)", e.message()),
                    folder.string());
    const Project whole = carrying(project, library);
    const std::vector<Asset> assets = assetsOf(whole, library);
    const size_t steps = 2 + whole.species.size() + assets.size();
    size_t step = 0;
    const auto next = [&] {
        if (!progress) return;
        progress->throwIfCancelled();
        progress->set(static_cast<float>(step++) / static_cast<float>(steps));
    };
    Collected out;
    next();
    out.project = folder / (plainName(whole.site->name) + ".thallos");
    saveProjectAs(whole, out.project);
    next();
    put(folder / "rights.csv", rightsTable(assets));
    std::set<fs::path> recipes, names; // that are taken
    for (const auto& c : whole.species) {
        next();
        put(folder / "species" / freeName(plainName(c->name) + ".json", recipes), c->text);
        ++out.files;
        // The recipe names its model by the file that it was kept in.
        const SpeciesRecipe recipe = parseRecipe(c->text, c->name);
        const auto* proxy = std::get_if<ProxyRecipe>(&recipe.growth);
        if (const auto model = proxy && c->model ? c->model->get() : nullptr) {
            put(folder / "species" / proxy->file, packModel(*model));
            ++out.files;
        }
    }
    std::set<fs::path> sources;
    for (const Asset& a : assets) {
        next();
        const fs::path source = a.rights.source;
        if (source.empty() || !source.is_absolute() || !sources.insert(source).second) continue;
        if (!fs::is_regular_file(source, e)) {
            out.missing.push_back(source.string());
            continue;
        }
        writeWhole(folder / "sources" / freeName(source.filename(), names), [&](const fs::path& beside) {
            std::error_code failed;
            fs::copy_file(source, beside, fs::copy_options::overwrite_existing, failed);
            if (failed)
                throw Error(Error::Kind::Unwritable, Text("%w could not be copied (%1)", failed.message()),
                            source.string());
        });
        ++out.files;
    }
    return out;
}

} // namespace thallos
