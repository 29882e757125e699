#include "core/project/blobs.h"

#include "core/base/error.h"
#include "core/model/model_blob.h"

namespace thallos {

std::shared_ptr<const Model> BlobReader::model(const std::string& hash) {
    auto& model = models_[hash];
    if (!model) {
        model = std::make_shared<const Model>(unpackModel(source_(hash)));
        if (known_) known_(model, hash);
    }
    return model;
}

std::shared_ptr<const Picture> BlobReader::picture(const std::string& hash) {
    if (hash.empty()) return nullptr;
    try {
        const auto picture = std::make_shared<const Picture>(unpackPicture(source_(hash)));
        if (known_) known_(picture, hash);
        return picture;
    } catch (const Error&) {
        if (!lost) throw;
        lost();
        return nullptr;
    }
}

} // namespace thallos
