// A small site with one of everything, for the tests of the document.
#pragma once

#include <filesystem>
#include <memory>
#include <string>

#include "core/project/built_site.h"

namespace thallos::test {

std::shared_ptr<const PlantLibrary> library();
std::shared_ptr<const Model> shed();
// A small site with one of everything.
Project sample();
// The document's hash: equal hashes are equal documents, blobs included.
std::string text(const Project& p);
Project reread(const Project& p);
std::filesystem::path scratch(); // of this run
// Everything that is derived, as numbers.
std::string fingerprint(const BuiltSite& s);

} // namespace thallos::test
