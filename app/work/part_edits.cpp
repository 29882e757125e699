#include "app/work/part_edits.h"

#include <algorithm>
#include <set>

#include "app/words/text.h"
#include "app/work/edits.h"
#include "app/work/importing.h"
#include "core/base/error.h"
#include "core/base/outside.h"
#include "core/exchange/model_fit.h"
#include "core/exchange/site_body.h"
#include "core/model/alike.h"
#include "core/project/move.h"
#include "core/trace/scene_builder.h"
#include "core/trace/seen.h"

namespace thallos {

const Building* selectedBuilding(const Session& session) {
    return session.selection.all().size() == 1 ? bodyOf<Building>(session.selection.item()) : nullptr;
}

PartNames selectedParts(const Session& session) {
    const Building* b = selectedBuilding(session);
    PartNames out;
    if (!b || session.selection.parts().empty()) return out;
    const std::vector<std::string> keys = partKeys(*b->model);
    for (const int p : session.selection.parts()) out.push_back(keys[static_cast<size_t>(p)]);
    return out;
}

QString partName(const Building& b, int part) {
    return QString::fromStdString(b.model->parts[static_cast<size_t>(part)].name);
}

// Whether the building may be changed; says so when not.
static bool isFree(Session& session) {
    const Item* item = session.selection.item();
    if (!selectedBuilding(session) || refusesSelection(session)) return false;
    if (!fixed(session.document.project(), *item)) return true;
    Q_EMIT session.message(session.lockedText(*item));
    return false;
}

namespace {

QString changedMeanwhile() {
    return tr("The building was changed meanwhile. Do it once more.");
}

// Gives `use` what `change` makes of the building: at once, or later when its model is large.
void workOut(Session& session, const QString& name, Id id, std::function<Building(const Building&)> change,
             std::function<void(const Building&)> use) {
    constexpr int64_t kAtOnce = 100000; // triangles that are changed before anybody waits
    const auto* b = bodyOf<Building>(session.document.item(id));
    if (!b) return;
    if (triangleCount(*b->model) <= kAtOnce) {
        try {
            use(change(*b));
        } catch (const Error& e) {
            Q_EMIT session.message(sentenceOf(e));
        }
        return;
    }
    // Kept: items are told apart by their addresses.
    const auto before = *session.document.project().items.find(id);
    session.jobs.start(
        name, [before, change](Progress&) { return change(std::get<Building>(before->body)); },
        [&session, id, before, use](const Building& now) {
            if (session.document.item(id) != before.get()) return void(Q_EMIT session.message(changedMeanwhile()));
            use(now);
        });
}

// One step of history.
void changeBuilding(Session& session, const QString& name, Id id, std::function<Building(const Building&)> change) {
    workOut(session, name, id, std::move(change), [&session, name, id](const Building& now) {
        session.document.editItem(name, id, [&](Item& i) { i.body = now; });
    });
}

} // namespace

void takeStep(Session& session, const QString& name, const ModelStep& step) {
    takeSteps(session, name, {step});
}

void takeSteps(Session& session, const QString& name, const std::vector<ModelStep>& steps) {
    if (!isFree(session)) return;
    changeBuilding(session, name, session.selection.last(), [steps](Building now) {
        for (const ModelStep& step : steps) now = withStep(now, step);
        return now;
    });
}

void previewStep(Session& session, Id building, const ModelStep& step, std::function<bool()> wanted) {
    workOut(
        session, tr("Preview"), building, [step](const Building& now) { return withStep(now, step); },
        [&session, building, wanted = std::move(wanted)](const Building& now) {
            if (!wanted()) return;
            auto item = std::make_shared<Item>(*session.document.item(building));
            item->body = now;
            session.view.setPreview(std::move(item));
        });
}

void ownMaterial(Session& session) {
    const Building* b = selectedBuilding(session);
    if (!b || session.selection.parts().empty()) return;
    const Part& part = b->model->parts[static_cast<size_t>(session.selection.parts().back())];
    const auto before = b->model;
    std::set<std::string> taken;
    for (const Surface& s : b->model->materials) taken.insert(s.name);
    const std::string stem = b->model->materials[static_cast<size_t>(part.material)].name + " · " + part.name;
    std::string name = stem;
    for (int n = 2; taken.count(name); ++n) name = stem + " " + std::to_string(n);
    takeStep(session, tr("Own material"), MaterialStep{selectedParts(session), name});
    if (const Building* now = selectedBuilding(session); now && now->model != before)
        session.selection.setMaterial(static_cast<int>(now->surfaces.size()) - 1);
}

void dropStep(Session& session, size_t index) {
    const Building* b = selectedBuilding(session);
    if (!b || index >= b->steps.size() || !isFree(session)) return;
    std::vector<ModelStep> steps = b->steps;
    steps.erase(steps.begin() + static_cast<std::ptrdiff_t>(index));
    changeBuilding(session, tr("Remove change"), session.selection.last(),
                   [steps](const Building& now) { return withSteps(now, steps); });
}

void replaceParts(Session& session, const std::filesystem::path& file) {
    const Id building = session.selection.last();
    const PartNames parts = selectedParts(session);
    readModel(session, file, {}, [&session, building, parts](const std::shared_ptr<const ForeignModel>& read) {
        // In the unit that its size makes likely, whatever the building is scaled by.
        const ForeignModel fit = refitted(*read, likelyUnit(*read), read->up);
        const ReplaceStep step{parts, std::make_shared<const Model>(fit.model)};
        changeBuilding(session, tr("Replace part"), building,
                       [step](const Building& now) { return withStep(now, step); });
        session.selection.set(building);
    });
}

// "Door, Wall and 3 more"
static QString some(const std::vector<std::string>& names) {
    QStringList list;
    for (size_t i = 0; i < names.size() && i < 3; ++i) list << QString::fromStdString(names[i]);
    const QString first = list.join(", ");
    return names.size() <= 3 ? first : tr("%1 and %2 more").arg(first).arg(names.size() - 3);
}

void reimport(Session& session, const std::filesystem::path& file, const std::vector<std::string>& folders) {
    if (!selectedBuilding(session) || !isFree(session)) return;
    const Id id = session.selection.last();
    const auto before = *session.document.project().items.find(id);
    ReadFrom how = std::get<Building>(before->body).read;
    how.folders.insert(how.folders.end(), folders.begin(), folders.end());
    session.jobs.start(
        tr("Reading %1").arg(QString::fromStdString(file.filename().string())),
        [file, how, before](Progress& progress) {
            ModelImport as{how.unit, how.up};
            as.folders.assign(how.folders.begin(), how.folders.end());
            ForeignModel read = importForeign(file, as, &progress);
            if (!how.without.empty()) read = leftOut(read, how.without);
            // What lay at a place of the file lies there again, whatever the new file begins and ends with.
            const V3f shift = how.unit > 0 ? V3f(read.origin - how.origin) : V3f(0);
            Reimported r =
                reimported(std::get<Building>(before->body), std::make_shared<const Model>(read.model), shift);
            r.building.read = {read.unit, read.up, read.origin, how.without, how.folders, read.missing};
            r.building.rights.source = plainLines(file.string());
            return r;
        },
        [&session, id, file, before](const Reimported& r) {
            if (session.document.item(id) != before.get()) return void(Q_EMIT session.message(changedMeanwhile()));
            std::vector<Text> told;
            session.document.edit(tr("Re-import"), mended(withReimported(session.document.project(), id, r), told));
            QStringList text{tr("Re-imported %1").arg(QString::fromStdString(file.filename().string()))};
            if (!r.came.empty()) text << tr("new: %1").arg(some(r.came));
            if (!r.went.empty()) text << tr("gone: %1").arg(some(r.went));
            if (!r.changed.empty()) text << tr("changed: %1").arg(some(r.changed));
            if (!r.missing.empty()) text << tr("changes without their part: %1").arg(some(r.missing));
            if (const auto& lost = r.building.read.missing; !lost.empty())
                text << tr("%n texture(s) not found", nullptr, static_cast<int>(lost.size()));
            if (text.size() == 1) text << tr("nothing changed");
            for (const Text& sentence : told) text << tr(sentence);
            Q_EMIT session.message(text.join(" · "), !r.missing.empty() || !told.empty());
        });
}

void deleteParts(Session& session) {
    const Building* b = selectedBuilding(session);
    if (!b) return;
    const std::vector<int> parts = session.selection.parts();
    const QString what =
        parts.size() == 1 ? partName(*b, parts.front()) : tr("%n part(s)", nullptr, static_cast<int>(parts.size()));
    const Id building = session.selection.last();
    const auto before = b->model;
    takeStep(session, tr("Delete %1").arg(what), RemoveStep{selectedParts(session)});
    if (const Building* now = selectedBuilding(session); !now || now->model == before) return;
    session.selection.set(building);
    Q_EMIT session.message(tr("Deleted %1. Undo with %2.").arg(what, session.keyOf("edit.undo")), false);
}

void showParts(Session& session, bool shown) {
    if (!isFree(session)) return;
    const PartNames names = selectedParts(session);
    session.document.editItem(shown ? tr("Show") : tr("Hide"), session.selection.last(), [&](Item& i) {
        auto& hidden = std::get<Building>(i.body).hidden;
        std::set<std::string> now(hidden.begin(), hidden.end());
        for (const std::string& n : names) shown ? (void)now.erase(n) : (void)now.insert(n);
        hidden.assign(now.begin(), now.end());
    });
}

void selectAlike(Session& session) {
    const Building* b = selectedBuilding(session);
    if (!b || session.selection.parts().empty()) return;
    const std::vector<int> alike = alikeOf(*b->model);
    std::set<int> wanted;
    for (const int p : session.selection.parts()) wanted.insert(alike[static_cast<size_t>(p)]);
    std::vector<int> parts;
    for (size_t i = 0; i < alike.size(); ++i)
        if (wanted.count(alike[i])) parts.push_back(static_cast<int>(i));
    session.selection.setParts(session.selection.last(), std::move(parts));
}

void selectUnseen(Session& session) {
    const Id id = session.selection.last();
    const auto built = session.document.built();
    if (!selectedBuilding(session) || !built) return;
    std::vector<Camera> cameras;
    for (const Item* shot : itemsOf<Shot>(session.document.project()))
        cameras.push_back(std::get<Shot>(shot->body).camera);
    session.jobs.start(
        tr("Looking from all shots"),
        [built, cameras](Progress& progress) {
            // Plants hide nothing for good: they may go.
            SceneBuilder builder(true);
            Visibility visibility;
            visibility.planting = false;
            return seenParts(*builder.update(built, visibility), cameras, 640, &progress);
        },
        [&session, id, shots = cameras.size()](const SeenParts& seen) {
            const auto* b = bodyOf<Building>(session.document.item(id));
            const auto at = seen.find(id);
            if (!b || at == seen.end() || at->second.size() != b->model->parts.size()) return;
            std::vector<int> unseen;
            for (size_t i = 0; i < at->second.size(); ++i)
                if (at->second[i] <= 0) unseen.push_back(static_cast<int>(i));
            const int count = static_cast<int>(unseen.size());
            if (count > 0) session.selection.setParts(id, std::move(unseen));
            Q_EMIT session.message(
                count > 0 ? tr("%n part(s) that no shot sees are selected, of %1.", nullptr, count)
                                .arg(b->model->parts.size())
                          : tr("Every part is seen in one of %n shot(s).", nullptr, static_cast<int>(shots)),
                false);
        });
}

void selectOfMaterial(Session& session) {
    const Building* b = selectedBuilding(session);
    if (!b) return;
    const int material = session.selection.parts().empty()
                             ? session.selection.material()
                             : b->model->parts[static_cast<size_t>(session.selection.parts().back())].material;
    std::vector<int> parts;
    for (size_t i = 0; i < b->model->parts.size(); ++i)
        if (b->model->parts[i].material == material) parts.push_back(static_cast<int>(i));
    session.selection.setParts(session.selection.last(), std::move(parts));
    session.selection.setMaterial(material);
}

} // namespace thallos
