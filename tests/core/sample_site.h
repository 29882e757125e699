// A small site with one of everything, for the tests of the document.
#pragma once

#include <filesystem>
#include <memory>
#include <string>

#include <nlohmann/json.hpp>

#include "core/project/built_site.h"

namespace thallos::test {

std::shared_ptr<const PlantLibrary> library();
std::shared_ptr<const Model> shed();
// A small site with one of everything.
Project sample();
// With another generated terrain.
Project withRelief(const Project& p, const Relief& relief);
// What is painted at a place with the first cover, 0..1.
float coverAt(const Project& p, const V2f& at);
// The document's hash: equal hashes are equal documents, blobs included.
std::string text(const Project& p);
Project reread(const Project& p);
// The document as schema 9 had it: what the ground is made of lies in it, under names of its own.
nlohmann::json asOfSchema9(nlohmann::json document);
std::filesystem::path scratch(); // of this run
// Everything that is derived, as numbers.
std::string fingerprint(const BuiltSite& s);

} // namespace thallos::test
