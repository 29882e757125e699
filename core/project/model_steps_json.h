// Steps of models in the document's JSON.
#pragma once

#include "core/model/steps.h"
#include "core/project/json_reader.h"

namespace thallos {

nlohmann::json toJson(const ModelStep& step, const BlobSink& sink);
// Throws Error::Unreadable for a step that this version does not know.
ModelStep readStep(const JsonReader& in, BlobReader& blobs);

const char* faultName(Fault fault); // "inside-out", in files and on the command line
std::optional<Fault> faultNamed(const std::string& name);

} // namespace thallos
