// The large things of a document: known by the hash of their bytes, stored beside the JSON, shared by many items.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <string>

#include "core/ground/grid.h"
#include "core/model/model.h"

namespace thallos {

// The immutable value, by which it is known again, and its bytes, which may take a while to make.
struct Blob {
    std::shared_ptr<const void> value;
    std::function<std::string()> bytes;
    operator std::string() const { return bytes(); }
};
// Takes a large thing and gives its content hash back.
using BlobSink = std::function<std::string(const Blob& blob)>;
// The bytes of a content hash; throws Error::Missing.
using BlobSource = std::function<std::string(const std::string& hash)>;
// Hears of each large thing that was read and of its hash.
using BlobKnown = std::function<void(const std::shared_ptr<const void>& value, const std::string& hash)>;

// Reads the models, pictures and layers of items; what several items share is read once.
class BlobReader {
public:
    BlobReader(const BlobSource& source, const BlobKnown& known, const GroundGrid& grid)
        : source_(source), known_(known), grid_(grid) {}

    // What hears of a picture or tile that can't be read, and does without; null: that is an error.
    std::function<void()> lost;

    std::shared_ptr<const Model> model(const std::string& hash);
    std::shared_ptr<const Picture> picture(const std::string& hash); // null: lost, or of an empty hash
    std::string bytes(const std::string& hash) const { return source_(hash); }
    void knows(const std::shared_ptr<const void>& value, const std::string& hash) const {
        if (known_) known_(value, hash);
    }
    const GroundGrid& grid() const { return grid_; } // that layers lie on

private:
    const BlobSource& source_;
    const BlobKnown& known_;
    const GroundGrid& grid_;
    std::map<std::string, std::shared_ptr<const Model>> models_;
};

} // namespace thallos
