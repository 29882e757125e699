// All that was brought into a project: who owns it, and everything in one folder to hand on.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/project/built_site.h"

namespace thallos {

// Something that did not come with Thallos.
struct Asset {
    std::string name;
    std::string what; // "building", or the kind of the species
    Rights rights;
    std::vector<std::string> used; // by which items
    // Nothing tells under which terms it may be used.
    bool unclear() const { return rights.licence.empty(); }
};
// Buildings and props in the project's order, then species by name; each once.
std::vector<Asset> assetsOf(const Project& project, const PlantLibrary& library);

// As a table (CSV after RFC 4180) with a heading: name, what, maker, source, licence, price, used by.
std::string rightsTable(const std::vector<Asset>& assets);

struct Collected {
    std::filesystem::path project;
    int files = 0;                    // besides the project and the table
    std::vector<std::string> missing; // sources that are not where they were
};
// Writes into `folder`, which is made: the project with all it carries, rights.csv, in species/ the recipes and models
// of what is planted and did not come with Thallos, in sources/ the files that were read, as far as they are still
// there. What is there already under these names is replaced. Throws Error::Unwritable or Cancelled.
Collected collect(const Project& project, const PlantLibrary& library, const std::filesystem::path& folder,
                  Progress* progress = nullptr);

} // namespace thallos
