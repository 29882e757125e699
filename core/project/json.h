// The document as JSON, documented in docs/file-format.md: readable, stable, large things by content hash.
#pragma once

#include <functional>
#include <string>

#include <nlohmann/json.hpp>

#include "core/project/project.h"

namespace thallos {

// 2: groups, marks, what a shot hides, sizes of buildings. A project of schema 1 has none of them. 5: carried species,
// rights, soft pictures. 6: climbers.
inline constexpr int kSchema = 6;

// Gives the bytes of a large thing away and gets its content hash back.
using BlobSink = std::function<std::string(const std::string& bytes)>;
// The bytes of a content hash; throws Error::Missing.
using BlobSource = std::function<std::string(const std::string& hash)>;

nlohmann::json dump(const Project& project, const BlobSink& sink);
// What became of a document of a later schema.
struct LaterSchema {
    bool later = false;
    std::vector<std::string> leftOut; // names of items that this version does not understand
};
// Throws Error::Unreadable naming the place, Error::Newer for a later schema; with `asFarAsKnown` that is read as far
// as it is understood. The result has passed check().
Project load(const nlohmann::json& document, const BlobSource& source, LaterSchema* asFarAsKnown = nullptr);

} // namespace thallos
