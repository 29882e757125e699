#include "core/model/steps.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <unordered_map>

#include <Imath/ImathBoxAlgo.h>

#include "core/base/error.h"
#include "core/model/alike.h"
#include "core/model/bend.h"

namespace thallos {

namespace {

struct Applying {
    Model model;
    std::set<std::string> missing;

    std::vector<int> find(const PartNames& names) {
        std::vector<int> out;
        if (names.empty()) return out;
        std::unordered_map<std::string, int> at;
        const std::vector<std::string> keys = partKeys(model);
        for (size_t i = 0; i < keys.size(); ++i) at.emplace(keys[i], static_cast<int>(i));
        for (const std::string& name : names)
            if (const auto is = at.find(name); is != at.end())
                out.push_back(is->second);
            else
                missing.insert(name);
        return out;
    }
    Part& part(int i) { return model.parts[static_cast<size_t>(i)]; }
    Box3f boxOf(const std::vector<int>& parts) {
        Box3f box;
        for (const int i : parts) box.extendBy(bounds(*part(i).mesh));
        return box;
    }
    static void place(Part& part, const M44f& at) {
        const M44f turn = at.inverse().transposed();
        changeMesh(part, [&](Mesh& mesh) {
            for (V3f& p : mesh.positions) p = p * at;
            for (V3f& n : mesh.normals) {
                V3f to;
                turn.multDirMatrix(n, to);
                n = to.normalized();
            }
        });
    }

    void operator()(const CureStep& s) {
        const std::vector<int> parts = find(s.parts);
        if (parts.empty() && !s.parts.empty()) return;
        cure(model, s.fault, s.amount, parts);
    }
    void operator()(const RemoveStep& s) {
        // Emptied, so that the others keep their names until the end of the step.
        const auto nothing = std::make_shared<const Mesh>();
        for (const int i : find(s.parts)) part(i).mesh = nothing;
        std::erase_if(model.parts, [](const Part& p) { return p.mesh->empty(); });
    }
    void operator()(const MoveStep& s) {
        const std::vector<int> parts = find(s.parts);
        const Box3f box = boxOf(parts);
        if (box.isEmpty()) return;
        const V3f foot(box.center().x, box.center().y, box.min.z);
        const M44f at = M44f().setTranslation(-foot) * M44f().setScale(s.size) * turnedBy(s.turn) *
                        M44f().setTranslation(foot + s.by);
        for (const int i : parts) place(part(i), at);
    }
    void operator()(const MaterialStep& s) {
        const std::vector<int> parts = find(s.parts);
        if (parts.empty()) return;
        auto& all = model.materials;
        const auto same = std::find_if(all.begin(), all.end(), [&](const Surface& m) { return m.name == s.material; });
        int material = static_cast<int>(same - all.begin());
        if (same == all.end()) {
            Surface own = all[static_cast<size_t>(part(parts.front()).material)];
            own.name = s.material;
            all.push_back(std::move(own));
        }
        for (const int i : parts) part(i).material = material;
    }
    void operator()(const ReplaceStep& s) {
        const std::vector<int> parts = find(s.parts);
        if (parts.empty() || !s.with) return;
        // Materials of the other model by their names, where there are such.
        std::vector<int> material;
        for (const Surface& m : s.with->materials) {
            const auto same = std::find_if(model.materials.begin(), model.materials.end(),
                                           [&](const Surface& o) { return o.name == m.name; });
            material.push_back(static_cast<int>(same - model.materials.begin()));
            if (same == model.materials.end()) model.materials.push_back(m);
        }
        const Box3f whole = bounds(*s.with);
        const V3f from(whole.center().x, whole.center().y, whole.min.z);
        const auto first = part(parts.front()).mesh;
        std::vector<Part> added;
        for (const int i : parts) {
            const Box3f box = bounds(*part(i).mesh);
            const V3f to(box.center().x, box.center().y, box.min.z);
            // Of alike parts that are turned the others are turned as they were.
            M44f at = M44f().setTranslation(to - from);
            if (const auto way = placing(*first, *part(i).mesh)) {
                M44f turn = *way;
                turn[3][0] = turn[3][1] = turn[3][2] = 0;
                at = M44f().setTranslation(-from) * turn * M44f().setTranslation(to);
            }
            for (const Part& p : s.with->parts) {
                Part copy = p;
                copy.name = part(i).name + (s.with->parts.size() > 1 ? " " + p.name : std::string());
                copy.group = part(i).group;
                copy.material = material[static_cast<size_t>(p.material)];
                place(copy, at);
                added.push_back(std::move(copy));
            }
            part(i).mesh = std::make_shared<const Mesh>();
        }
        std::erase_if(model.parts, [](const Part& p) { return p.mesh->empty(); });
        for (Part& p : added) model.parts.push_back(std::move(p));
    }
    void operator()(const RepeatStep& s) {
        const std::vector<int> parts = find(s.parts);
        const V3f centre(s.centre.x, s.centre.y, 0);
        const M44f step = M44f().setTranslation(-centre) * turnedBy(s.turn) * M44f().setTranslation(centre + s.by);
        int64_t triangles = 0;
        for (const int i : parts) triangles += static_cast<int64_t>(part(i).mesh->triangles.size());
        if (triangles * s.count + triangleCount(model) > kMostStepTriangles)
            throw Error(
                Error::Kind::Invalid,
                Text("%1 copies would make a model of %2 million triangles", s.count, triangles * s.count / 1'000'000),
                "", Text("Repeat fewer times, or simplify the part first"));
        M44f at;
        for (int n = 0; n < s.count; ++n) {
            at = at * step;
            for (const int i : parts) {
                model.parts.push_back(Part(part(i)));
                place(model.parts.back(), at);
            }
        }
    }
    void operator()(const BendStep& s) {
        const std::vector<int> parts = find(s.parts);
        const Box3f box = boxOf(parts);
        if (box.isEmpty()) return;
        for (const int i : parts)
            part(i).mesh = std::make_shared<const Mesh>(bent(*part(i).mesh, s.centre, xy(box.center())));
    }
    void operator()(const PlinthStep& s) {
        settle(model); // for the outlines of what is left
        add("Plinth", plinthSurface(), plinthOf(model.outlines, s.depth, s.setback));
    }
    void operator()(const FittingStep& s) {
        settle(model);
        const Surface surface = surfaceOf(s.fitting);
        for (const int i : find(s.parts)) {
            Mesh all;
            for (const GlassSheet& pane : panesOf(*part(i).mesh, model.outlines))
                append(all, fittingOf(pane, s.fitting, s.closed));
            add(surface.name, surface, std::move(all));
        }
    }
    // A part of a material of its own; nothing when it has no faces.
    void add(const std::string& name, const Surface& surface, Mesh mesh) {
        if (mesh.empty()) return;
        auto& all = model.materials;
        const auto same =
            std::find_if(all.begin(), all.end(), [&](const Surface& m) { return m.name == surface.name; });
        const int material = static_cast<int>(same - all.begin());
        if (same == all.end()) all.push_back(surface);
        model.parts.push_back(partOf(name, material, std::move(mesh)));
    }

    static M44f turnedBy(float radians) {
        const float c = std::cos(radians), n = std::sin(radians);
        return {c, n, 0, 0, -n, c, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};
    }
};

} // namespace

Stepped applied(const std::shared_ptr<const Model>& source, const std::vector<ModelStep>& steps) {
    if (steps.empty()) return {source, {}};
    Applying now{*source, {}};
    for (const ModelStep& s : steps) std::visit(now, s);
    settle(now.model);
    if (now.model.parts.empty())
        throw Error(Error::Kind::Invalid, Text("Nothing would be left of %w"), source->name,
                    Text("Delete the building instead"));
    return {std::make_shared<const Model>(std::move(now.model)), {now.missing.begin(), now.missing.end()}};
}

Text wordsOf(const ModelStep& step) {
    struct Words {
        Text operator()(const CureStep& s) const {
            switch (s.fault) {
            case Fault::LooseVertices:
                return Text("Remove loose vertices");
            case Fault::Degenerate:
                return Text("Weld vertices");
            case Fault::Duplicates:
                return Text("Remove duplicate faces");
            case Fault::InsideOut:
                return Text("Turn faces outwards");
            case Fault::OpenEdges:
                return Text("Close open edges");
            case Fault::CoplanarDoubles:
                return Text("Separate coplanar faces");
            case Fault::WrongNormals:
                return Text("Recompute normals");
            case Fault::Leftovers:
                return Text("Remove leftovers");
            case Fault::Sheets:
                return Text("Thicken sheets");
            }
            return {};
        }
        Text operator()(const RemoveStep& s) const { return of(s.parts, Text("Delete %1"), Text("Delete %1 parts")); }
        Text operator()(const MoveStep& s) const { return of(s.parts, Text("Move %1"), Text("Move %1 parts")); }
        Text operator()(const MaterialStep& s) const {
            Text t = of(s.parts, Text("Make %1 of %2"), Text("Make %1 parts of %2"));
            t.parts.push_back(s.material);
            return t;
        }
        Text operator()(const ReplaceStep& s) const {
            return of(s.parts, Text("Replace %1"), Text("Replace %1 parts"));
        }
        Text operator()(const RepeatStep& s) const { return of(s.parts, Text("Repeat %1"), Text("Repeat %1 parts")); }
        Text operator()(const PlinthStep&) const { return Text("Add plinth"); }
        Text operator()(const FittingStep& s) const {
            switch (s.fitting) {
            case Fitting::Curtains:
                return Text("Add curtains");
            case Fitting::Blind:
                return Text("Add blinds");
            case Fitting::Slats:
                return Text("Add slatted blinds");
            case Fitting::RoomLight:
                return Text("Light rooms");
            }
            return {};
        }
        Text operator()(const BendStep& s) const { return of(s.parts, Text("Bend %1"), Text("Bend %1 parts")); }
        static Text of(const PartNames& parts, Text one, Text many) {
            Text t = parts.size() == 1 ? std::move(one) : std::move(many);
            const size_t slash = parts.empty() ? std::string::npos : parts.front().find_last_of('/');
            t.parts.push_back(parts.size() == 1 ? parts.front().substr(slash == std::string::npos ? 0 : slash + 1)
                                                : std::to_string(parts.size()));
            return t;
        }
    };
    return std::visit(Words(), step);
}

} // namespace thallos
