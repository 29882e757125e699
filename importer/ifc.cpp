#include "importer/ifc.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <map>

#include <assimp/config.h>

#include "core/base/error.h"
#include "core/base/parallel.h"
#include "core/model/openings.h"
#include "importer/readers.h"
#include "importer/scene.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

constexpr size_t kGlobalId = 22; // letters of one

struct Kind {
    const char* kind;
    const char* group;
};
// By how a class begins, so that its later and finer variants are with it.
constexpr Kind kKinds[] = {{"IFCWALL", "Walls"},
                           {"IFCCURTAINWALL", "Curtain walls"},
                           {"IFCDOOR", "Doors"},
                           {"IFCWINDOW", "Windows"},
                           {"IFCSLAB", "Slabs"},
                           {"IFCROOF", "Roofs"},
                           {"IFCCOLUMN", "Columns"},
                           {"IFCBEAM", "Beams"},
                           {"IFCMEMBER", "Frames"},
                           {"IFCPLATE", "Panels"},
                           {"IFCSTAIR", "Stairs"},
                           {"IFCRAMP", "Ramps"},
                           {"IFCRAILING", "Railings"},
                           {"IFCCOVERING", "Coverings"},
                           {"IFCFOOTING", "Foundations"},
                           {"IFCPILE", "Foundations"},
                           {"IFCCHIMNEY", "Chimneys"},
                           {"IFCSHADINGDEVICE", "Shading"},
                           {"IFCFURNI", kFurnitureGroup},
                           {"IFCSYSTEMFURNITURE", kFurnitureGroup},
                           {"IFCSITE", kSiteGroup},
                           {"IFCGEOGRAPHICELEMENT", kSiteGroup},
                           {"IFCTRANSPORT", "Lifts and vehicles"},
                           {"IFCDISTRIBUTION", "Services"},
                           {"IFCFLOW", "Services"},
                           {"IFCPIPE", "Services"},
                           {"IFCDUCT", "Services"},
                           {"IFCSANITARY", "Services"},
                           {"IFCLIGHT", "Services"},
                           {"IFCLAMP", "Services"}};

bool begins(std::string_view s, std::string_view with) {
    return s.substr(0, with.size()) == with;
}

// Exporters put numbers of their own behind names: "Basic wall:Brick:123456".
std::string withoutNumber(std::string name) {
    const size_t colon = name.find_last_of(":[");
    if (colon != std::string::npos && colon > 0 &&
        std::all_of(name.begin() + static_cast<std::ptrdiff_t>(colon) + 1, name.end(),
                    [](unsigned char c) { return std::isdigit(c) || c == ']'; }))
        name.resize(colon);
    while (!name.empty() && name.back() == ' ') name.pop_back();
    return name;
}

// Degrees of a list of degrees, minutes, seconds and millionths of them.
std::optional<double> degrees(std::string_view argument) {
    const auto parts = stepArguments(stepList(argument));
    if (parts.size() < 3) return std::nullopt;
    double out = 0, unit = 1;
    for (size_t k = 0; k < std::min<size_t>(parts.size(), 4); ++k) {
        out += stepNumber(parts[k]).value_or(0) * unit;
        unit /= k < 2 ? 60 : 1e6;
    }
    return out;
}

std::vector<double> numbers(std::string_view list) {
    std::vector<double> out;
    for (const std::string_view a : stepArguments(stepList(list))) out.push_back(stepNumber(a).value_or(0));
    return out;
}

// Metres of a unit: of the metre with a prefix, or of one that is told in others, as feet are. None of other measures.
std::optional<double> metresOf(const StepFile& file, uint64_t unit, int depth = 0) {
    const StepEntity* e = file.find(unit);
    const auto a = e ? stepArguments(e->arguments) : std::vector<std::string_view>();
    if (a.size() < 4 || a[1] != ".LENGTHUNIT." || depth > 4) return std::nullopt;
    if (e->type == "IFCSIUNIT")
        return a[2] == ".MILLI."   ? 1e-3
               : a[2] == ".CENTI." ? 1e-2
               : a[2] == ".DECI."  ? 0.1
               : a[2] == ".KILO."  ? 1e3
                                   : 1;
    if (e->type != "IFCCONVERSIONBASEDUNIT") return std::nullopt;
    const auto measure = stepReference(a[3]);
    const StepEntity* m = measure ? file.find(*measure) : nullptr;
    const auto told = m ? stepArguments(m->arguments) : std::vector<std::string_view>();
    if (told.size() < 2) return std::nullopt;
    const auto other = stepReference(told[1]); // "IFCLENGTHMEASURE(0.3048)" of it
    const auto value = stepNumber(stepList(told[0].substr(std::min(told[0].find('('), told[0].size()))));
    const auto metres = other ? metresOf(file, *other, depth + 1) : std::nullopt;
    if (!value || !metres) return std::nullopt;
    return *value * *metres;
}

struct LengthUnit {
    double metres = 1;      // when none is assigned
    bool converted = false; // told in others, which the geometry reader does not see
};
LengthUnit lengthUnitOf(const StepFile& file) {
    for (const StepEntity& e : file.entities)
        if (e.type == "IFCUNITASSIGNMENT")
            for (const uint64_t unit : stepReferences(e.arguments))
                if (const auto metres = metresOf(file, unit))
                    return {*metres, file.find(unit)->type == "IFCCONVERSIONBASEDUNIT"};
    return {};
}

// What each opening goes through, by global ids.
std::unordered_map<std::string, std::string> hostsOf(const StepFile& file) {
    std::unordered_map<std::string, std::string> out;
    const auto globalId = [&](std::string_view reference) {
        const auto id = stepReference(reference);
        const StepEntity* e = id ? file.find(*id) : nullptr;
        const auto a = e ? stepArguments(e->arguments) : std::vector<std::string_view>();
        return a.empty() ? std::string() : stepText(a[0]);
    };
    for (const StepEntity& e : file.entities) {
        if (e.type != "IFCRELVOIDSELEMENT") continue;
        const auto a = stepArguments(e.arguments);
        if (a.size() > 5) out.emplace(globalId(a[5]), globalId(a[4]));
    }
    return out;
}

} // namespace

std::string groupOf(const std::string& kind) {
    for (const Kind& k : kKinds)
        if (begins(kind, k.kind)) return k.group;
    return "Other parts";
}

IfcProducts productsOf(const StepFile& file) {
    IfcProducts out;
    for (const StepEntity& e : file.entities) {
        if (e.arguments.size() < kGlobalId + 2 || begins(e.type, "IFCREL") || begins(e.type, "IFCPROP")) continue;
        const auto a = stepArguments(e.arguments);
        if (a.size() < 8 || a[0].size() != kGlobalId + 2 || a[0].front() != '\'') continue;
        std::string kind(e.type), name = withoutNumber(stepText(a[2]));
        if (name.empty() && a.size() > 4) name = withoutNumber(stepText(a[4]));
        out.emplace(stepText(a[0]), IfcProduct{std::move(name), std::move(kind)});
    }
    return out;
}

BuildingInfo infoOf(const StepFile& file, const IfcProducts& products) {
    BuildingInfo out;
    out.schema = file.schema;
    out.entities = static_cast<int64_t>(file.entities.size());
    for (const auto& [id, product] : products) {
        if (begins(product.kind, "IFCBUILDINGSTOREY")) ++out.storeys;
        if (begins(product.kind, "IFCDOOR")) ++out.doors;
        if (begins(product.kind, "IFCWINDOW")) ++out.windows;
    }
    for (const StepEntity& e : file.entities) {
        const auto a = stepArguments(e.arguments);
        if (e.type == "IFCSITE" && a.size() > 11 && !out.place) {
            const auto latitude = degrees(a[9]), longitude = degrees(a[10]);
            // Nought and nought is in the sea: nobody has said where.
            if (latitude && longitude && std::abs(*latitude) <= 90 && std::abs(*longitude) <= 180 &&
                std::abs(*latitude) + std::abs(*longitude) > 1e-6)
                out.place = Place{*latitude, *longitude, stepNumber(a[11]).value_or(0) * lengthUnitOf(file).metres, 0};
        }
        // Of the context that is no part of another.
        if (e.type == "IFCGEOMETRICREPRESENTATIONCONTEXT" && a.size() > 5 && out.north == 0) {
            const auto id = stepReference(a[5]);
            const StepEntity* direction = id ? file.find(*id) : nullptr;
            if (!direction) continue;
            const auto d = numbers(direction->arguments);
            if (d.size() >= 2 && d[0] * d[0] + d[1] * d[1] > 1e-12)
                out.north = std::atan2(d[0], d[1]) * 180 / double(kPi);
        }
    }
    return out;
}

namespace {

// Groups: storeys, in them what things are, and buildings where there are several.
struct IfcTree {
    const IfcProducts& products;
    const std::unordered_map<std::string, std::string>& hosts;
    bool severalBuildings = false;
    std::map<std::pair<int, std::string>, int> known;           // group within a group
    std::vector<char> ofThings;                                 // a group of the model: what things are
    std::unordered_map<std::string, std::vector<size_t>> parts; // of each thing, those of its own parts with them

    static std::string globalIdOf(const aiNode& node) {
        const std::string name = node.mName.C_Str();
        return name.size() < kGlobalId ? std::string() : name.substr(name.size() - kGlobalId);
    }
    const IfcProduct* productOf(const aiNode& node) const {
        const auto it = products.find(globalIdOf(node));
        return it == products.end() ? nullptr : &it->second;
    }
    int group(const std::string& name, int parent, bool things, Model& model) {
        const auto [it, fresh] = known.try_emplace({parent, name}, static_cast<int>(model.groups.size()));
        if (fresh) {
            model.groups.push_back({name, parent});
            ofThings.push_back(things);
        }
        return it->second;
    }
    Branch branch(const aiNode& node, int above, Model& model) {
        const IfcProduct* p = productOf(node);
        if (!p || p->kind == "IFCPROJECT" || isOpening(*p)) return {above, above};
        if (p->kind == "IFCSITE") return {node.mNumMeshes ? group(kSiteGroup, above, true, model) : above, above};
        if (p->kind == "IFCBUILDING" || p->kind == "IFCBUILDINGSTOREY") {
            if (p->kind == "IFCBUILDING" && !severalBuildings) return {above, above};
            const std::string name = !p->name.empty() ? p->name : p->kind == "IFCBUILDING" ? "Building" : "Storey";
            const int g = group(name, above, false, model);
            return {g, g};
        }
        // What a stair or a roof is made of stays with it.
        if (above >= 0 && ofThings[static_cast<size_t>(above)]) return {above, above};
        const int g = group(groupOf(p->kind), above, true, model);
        return {g, g};
    }
    static bool isOpening(const IfcProduct& p) { return begins(p.kind, "IFCOPENING") || p.kind == "IFCVOIDINGFEATURE"; }
    void ended(const aiNode& node, size_t first, const Model& model) {
        if (!productOf(node)) return;
        std::vector<size_t>& list = parts[globalIdOf(node)];
        for (size_t i = first; i < model.parts.size(); ++i) list.push_back(i);
    }
    // Takes the openings out of what they go through, and out of the model.
    void cut(Model& model) const {
        std::vector<char> isHole(model.parts.size(), 0);
        std::map<size_t, std::vector<Mesh>> bodies; // by the part that they go through
        for (const auto& [id, list] : parts)
            if (isOpening(products.at(id)))
                for (const size_t i : list) isHole[i] = 1;
        for (const auto& [opening, host] : hosts) {
            const auto holes = parts.find(opening), through = parts.find(host);
            if (holes == parts.end() || through == parts.end()) continue;
            for (const size_t i : through->second)
                if (!isHole[i])
                    for (const size_t k : holes->second) bodies[i].push_back(*model.parts[k].mesh);
        }
        const std::vector<std::pair<size_t, std::vector<Mesh>>> work(bodies.begin(), bodies.end());
        parallelFor(static_cast<int>(work.size()), [&](int n) {
            Part& part = model.parts[work[static_cast<size_t>(n)].first];
            part.mesh = std::make_shared<const Mesh>(withOpenings(*part.mesh, work[static_cast<size_t>(n)].second));
        });
        std::vector<Part> kept;
        for (size_t i = 0; i < model.parts.size(); ++i)
            if (!isHole[i]) kept.push_back(std::move(model.parts[i]));
        model.parts = std::move(kept);
    }
    std::string part(const aiNode& node) const {
        for (const aiNode* n = &node; n; n = n->mParent)
            if (const IfcProduct* p = productOf(*n); p && !p->name.empty()) return p->name;
        return "part";
    }
};

// The reader drops blanks within names; those of the file have them.
void nameMaterials(const StepFile& file, Model& model) {
    std::unordered_map<std::string, std::string> names;
    const auto packed = [](std::string s) {
        s.erase(std::remove(s.begin(), s.end(), ' '), s.end());
        return s;
    };
    for (const StepEntity& e : file.entities)
        if (e.type == "IFCSURFACESTYLE" || e.type == "IFCMATERIAL") {
            const auto a = stepArguments(e.arguments);
            if (a.empty()) continue;
            const std::string name = stepText(a[0]);
            // What the reader makes of it: the letters as they lie in the file.
            if (a[0].size() > 2) names.emplace(packed(std::string(a[0].substr(1, a[0].size() - 2))), name);
            names.emplace(packed(name), name);
        }
    for (Surface& s : model.materials) {
        if (const auto it = names.find(packed(s.name)); it != names.end()) s.name = it->second;
        if (s.name.empty() || s.name.front() == '<') s.name = "plain";
    }
}

} // namespace

ForeignModel readIfc(const Order& order) {
    const fs::path& file = order.file;
    const auto step = readStep(wholeFile(file));
    const IfcProducts products = productsOf(*step);
    const auto endsEarly = [&] {
        return Error(Error::Kind::Unreadable, Text("%w ends early, after %1 entities", step->entities.size()), "",
                     Text("Export or copy it once more"));
    };
    if (products.empty() && step->cut) throw endsEarly();
    if (products.empty()) throw Error(Error::Kind::Unsupported, Text("%w contains no building"), "");
    std::unordered_map<std::string, int> leftOut;
    const std::string text = asIfc2x3(*step, leftOut);
    tellStage(Text("building walls and floors"));
    Assimp::Importer importer;
    importer.SetIOHandler(folderSystem(file.parent_path()));
    importer.SetPropertyInteger(AI_CONFIG_PP_SBP_REMOVE, aiPrimitiveType_POINT | aiPrimitiveType_LINE);
    const aiScene* scene = importer.ReadFileFromMemory(text.data(), text.size(), sceneSteps(), "ifc");
    const BuildingInfo info = infoOf(*step, products);
    if (step->cut && (!scene || scene->mNumMeshes == 0)) throw endsEarly();
    const std::string_view why = importer.GetErrorString();
    if (scene ? scene->mNumMeshes == 0 : why.find("mNumMeshes is 0") != std::string_view::npos)
        throw Error(Error::Kind::Unsupported,
                    Text("%w describes a building without its geometry (%1, %2 entities)", info.schema, info.entities),
                    "", Text("Export it again with geometry, best as IFC 2x3 or IFC 4 reference view"));
    const auto hosts = hostsOf(*step);
    IfcTree tree{products, hosts, {}, {}, {}, {}};
    tree.severalBuildings = std::count_if(products.begin(), products.end(),
                                          [](const auto& p) { return p.second.kind == "IFCBUILDING"; }) > 1;
    const TreeNames names{[&](const aiNode& node, int group, Model& model) { return tree.branch(node, group, model); },
                          [&](const aiNode& node, const aiMesh&) { return tree.part(node); },
                          [&](const aiNode& node, size_t first, Model& model) { tree.ended(node, first, model); },
                          [&](Model& model) {
                              tellStage(Text("cutting its openings"));
                              tree.cut(model);
                          }};
    const LengthUnit unit = lengthUnitOf(*step);
    const float own = unit.converted ? static_cast<float>(unit.metres) : 1;
    ForeignModel out =
        modelOf(checked(scene, importer), order, order.unit > 0 ? order.unit : own, order.up == 'z', names);
    nameMaterials(*step, out.model);
    out.building = info;
    out.unitTold = true;
    out.treeMade = true;
    if (step->cut)
        out.notes.push_back(
            Text("The file ends early, after %1 entities: what came behind is missing", step->entities.size()));
    for (const auto& [kind, count] : std::map<std::string, int>(leftOut.begin(), leftOut.end()))
        out.notes.push_back(Text("%1 shapes of the kind %2 cannot be read and were left out", count, kind));
    return out;
}

} // namespace thallos
