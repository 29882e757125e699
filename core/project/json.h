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

// A large thing of the document: the immutable value, by which it is known again, and its bytes, which may take a while
// to make.
struct Blob {
    std::shared_ptr<const void> value;
    std::function<std::string()> bytes;
    operator std::string() const { return bytes(); }
};
// Takes a large thing and gives its content hash back.
using BlobSink = std::function<std::string(const Blob& blob)>;
// The bytes of a content hash; throws Error::Missing.
using BlobSource = std::function<std::string(const std::string& hash)>;

nlohmann::json dump(const Project& project, const BlobSink& sink);
// What was wrong with a file that was opened all the same.
struct OpenReport {
    bool later = false;               // of a later version: as far as it is understood
    bool damaged = false;             // parts of the file can't be read: without them, or as it was saved before
    std::vector<std::string> leftOut; // names of items and parts that are not there
    std::vector<std::string> mended;  // sentences of mended()
    std::string savedAt;              // when what was read was saved, if it is not the newest state
};
// Throws Error::Unreadable naming the place, Error::Newer for a later schema, Error::Invalid of check(). With a
// `report` a later schema is read as far as it is understood, what can't be read is left out, what check() would refuse
// is mended; it throws only if there is no site or ground to speak of. The result has passed check(). `known` hears of
// each large thing that was read and of its hash.
using BlobKnown = std::function<void(const std::shared_ptr<const void>& value, const std::string& hash)>;
Project load(const nlohmann::json& document, const BlobSource& source, OpenReport* report = nullptr,
             const BlobKnown& known = {});

} // namespace thallos
