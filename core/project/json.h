// The document as JSON, documented in docs/file-format.md: readable, stable, large things by content hash.
#pragma once

#include <string>

#include <nlohmann/json.hpp>

#include "core/project/blobs.h"
#include "core/project/project.h"

namespace thallos {

// The schema that a file of the project needs, at least: the newest of the kinds of its items. What is older can be
// read by earlier versions of the program. Up to newestSchema() (kinds/kind.h).
int schemaOf(const Project& project);
nlohmann::json dump(const Project& project, const BlobSink& sink);
// What was wrong with a file that was opened all the same.
struct OpenReport {
    bool later = false;               // of a later version: as far as it is understood
    bool damaged = false;             // parts of the file can't be read: without them, or as it was saved before
    std::vector<std::string> leftOut; // names of items and parts that are not there
    std::vector<Text> mended;         // sentences of mended()
    std::string savedAt;              // when what was read was saved, if it is not the newest state
};
// Throws Error::Unreadable naming the place, Error::Newer for a later schema, Error::Invalid of check(). With a
// `report` a later schema is read as far as it is understood, what can't be read is left out, what check() would refuse
// is mended; it throws only if there is no site or ground to speak of. The result has passed check(). `known` hears of
// each large thing that was read and of its hash.
Project load(const nlohmann::json& document, const BlobSource& source, OpenReport* report = nullptr,
             const BlobKnown& known = {});

} // namespace thallos
