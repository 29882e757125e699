#include "core/project/model_steps_json.h"

#include <algorithm>
#include <iterator>

#include "core/model/model_blob.h"

namespace thallos {

namespace {

constexpr const char* kFaultNames[kFaults] = {"loose-vertices", "degenerate", "duplicates",
                                              "inside-out",     "open-edges", "coplanar-doubles",
                                              "wrong-normals",  "leftovers",  "sheets"};

constexpr const char* kFittingNames[kFittings] = {"curtains", "blind", "slats", "room-light"};

PartNames partsIn(const JsonReader& in) {
    PartNames out;
    in.at("parts").each([&](const JsonReader& p) { out.push_back(p.text()); });
    return out;
}

struct Write {
    nlohmann::json& j;
    const BlobSink& sink;

    void operator()(const CureStep& s) const {
        j["do"] = "cure";
        j["fault"] = faultName(s.fault);
        j["amount"] = s.amount;
    }
    void operator()(const RemoveStep&) const { j["do"] = "remove"; }
    void operator()(const MoveStep& s) const {
        j["do"] = "move";
        j["by_m"] = toJson(s.by);
        j["turn_deg"] = toDegrees(s.turn);
        j["size"] = s.size;
    }
    void operator()(const MaterialStep& s) const {
        j["do"] = "material";
        j["material"] = s.material;
    }
    void operator()(const ReplaceStep& s) const {
        j["do"] = "replace";
        j["with"] = sink({s.with, [with = s.with] { return packModel(*with); }});
    }
    void operator()(const RepeatStep& s) const {
        j["do"] = "repeat";
        j["count"] = s.count;
        j["by_m"] = toJson(s.by);
        j["turn_deg"] = toDegrees(s.turn);
        j["centre_m"] = toJson(s.centre);
    }
    void operator()(const PlinthStep& s) const {
        j["do"] = "plinth";
        j["depth_m"] = s.depth;
        j["setback_m"] = s.setback;
    }
    void operator()(const FittingStep& s) const {
        j["do"] = "fit";
        j["fitting"] = kFittingNames[static_cast<size_t>(s.fitting)];
        j["closed"] = s.closed;
    }
    void operator()(const BendStep& s) const {
        j["do"] = "bend";
        j["centre_m"] = toJson(s.centre);
    }
};

} // namespace

const char* faultName(Fault fault) {
    return kFaultNames[static_cast<size_t>(fault)];
}

std::optional<Fault> faultNamed(const std::string& name) {
    for (int k = 0; k < kFaults; ++k)
        if (name == kFaultNames[k]) return static_cast<Fault>(k);
    return std::nullopt;
}

nlohmann::json toJson(const ModelStep& step, const BlobSink& sink) {
    nlohmann::json j;
    j["parts"] = std::visit([](const auto& s) { return s.parts; }, step);
    std::visit(Write{j, sink}, step);
    return j;
}

ModelStep readStep(const JsonReader& in, BlobReader& blobs) {
    const std::string what = in.at("do").text();
    PartNames parts = partsIn(in);
    if (what == "cure") {
        const auto fault = faultNamed(in.at("fault").text());
        if (!fault) in.at("fault").fail("is not a known fault");
        return CureStep{std::move(parts), *fault, in.at("amount").real()};
    }
    if (what == "remove") return RemoveStep{std::move(parts)};
    if (what == "move")
        return MoveStep{std::move(parts), in.at("by_m").v3(), in.at("turn_deg").angle(), in.at("size").real()};
    if (what == "material") return MaterialStep{std::move(parts), in.at("material").text()};
    if (what == "replace") return ReplaceStep{std::move(parts), blobs.model(in.at("with").text())};
    if (what == "repeat")
        return RepeatStep{std::move(parts), in.at("count").small(), in.at("by_m").v3(), in.at("turn_deg").angle(),
                          in.at("centre_m").v2()};
    if (what == "bend") return BendStep{std::move(parts), in.at("centre_m").v2()};
    if (what == "plinth") return PlinthStep{std::move(parts), in.at("depth_m").real(), in.at("setback_m").real()};
    if (what == "fit") {
        const std::string name = in.at("fitting").text();
        const auto known = std::find(std::begin(kFittingNames), std::end(kFittingNames), name);
        if (known == std::end(kFittingNames)) in.at("fitting").fail("is not a known fitting");
        return FittingStep{std::move(parts), static_cast<Fitting>(known - std::begin(kFittingNames)),
                           in.at("closed").real()};
    }
    in.at("do").fail("is not a known step");
}

} // namespace thallos
