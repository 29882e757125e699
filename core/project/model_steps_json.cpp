#include "core/project/model_steps_json.h"

#include <iterator>

#include "core/model/model_blob.h"

namespace thallos {

namespace {

constexpr const char* kFaultNames[kFaults] = {"loose-vertices", "degenerate", "duplicates",
                                              "inside-out",     "open-edges", "coplanar-doubles",
                                              "wrong-normals",  "leftovers",  "sheets"};

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
    in.at("do").fail("is not a known step");
}

} // namespace thallos
