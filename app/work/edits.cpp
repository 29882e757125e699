#include "app/work/edits.h"

#include <algorithm>

#include "app/words/names.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "app/work/part_edits.h"
#include "core/material/library.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/sight.h"

namespace thallos {

namespace {

QString nameOf(const Item& item) {
    return QString::fromStdString(item.name);
}

} // namespace

bool refusesSelection(Session& session) {
    const Item* item = session.selection.item();
    if (!item || session.selection.here()) return false;
    Q_EMIT session.message(tr("“%1” was selected at another stage. Click it here first.").arg(nameOf(*item)), false);
    return true;
}

// One plant of several; false: that is not what is selected.
static bool deleteSpecimen(Session& session) {
    const int one = session.selection.specimen();
    if (one < 0) return false;
    const auto& plants = bodyOf<Specimens>(session.selection.item())->specimens;
    if (plants.size() < 2) return false;
    const QString species = libraryName(plants[static_cast<size_t>(one)].species);
    const Id id = session.selection.last();
    session.document.editItem(tr("Delete %1").arg(species), id, [one](Item& i) {
        auto& list = std::get<Specimens>(i.body).specimens;
        list.erase(list.begin() + one);
    });
    session.selection.set(id);
    Q_EMIT session.message(tr("Deleted 1 × %1. Undo with %2.").arg(species, session.keyOf("edit.undo")), false);
    return true;
}

void deleteSelected(Session& session) {
    const std::vector<Id>& ids = session.selection.all();
    if (ids.empty() || refusesSelection(session) || deleteSpecimen(session)) return;
    if (!session.selection.parts().empty()) return deleteParts(session);
    const Project& project = session.document.project();
    QStringList with;
    for (const Id id : ids)
        if (const Item* item = session.document.item(id); fixed(project, *item))
            return Q_EMIT session.message(session.lockedText(*item));
    for (const Item* d : dependents(project, ids)) {
        if (d->locked) return Q_EMIT session.message(session.lockedText(*d));
        with << nameOf(*d);
    }
    const QString what =
        ids.size() == 1 ? nameOf(*session.selection.item()) : tr("%n item(s)", nullptr, static_cast<int>(ids.size()));
    session.document.edit(tr("Delete %1").arg(what), removed(project, ids));
    const QString others = with.size() > 3 ? tr("%n item(s)", nullptr, static_cast<int>(with.size())) : with.join(", ");
    Q_EMIT session.message(
        with.isEmpty()
            ? tr("Deleted %1. Undo with %2.").arg(what, session.keyOf("edit.undo"))
            : tr("Deleted %1 and what depended on it: %2. Undo with %3.").arg(what, others, session.keyOf("edit.undo")),
        false);
}

void deleteShot(Session& session, Id shot) {
    if (const Item* item = session.document.item(shot); item && item->locked)
        return Q_EMIT session.message(
            tr("“%1” is locked. Unlock it first, in the list or the shot strip.").arg(nameOf(*item)));
    if (itemsOf<Shot>(session.document.project()).size() < 2)
        return Q_EMIT session.message(tr("This is the only shot; a project needs one."));
    session.document.edit(tr("Delete shot"), removed(session.document.project(), shot));
}

void addShot(Session& session) {
    Id id;
    session.document.edit(tr("New shot"),
                          added(session.document.project(), tr("Shot").toStdString(), session.view.shot(), &id));
    session.view.showShot(id);
}

void duplicateShot(Session& session, Id shot) {
    const Item* item = session.document.item(shot);
    if (!bodyOf<Shot>(item)) return;
    Id id;
    Project next = added(session.document.project(), item->name, *bodyOf<Shot>(item), &id);
    // Beside the one that it is a copy of.
    const std::vector<const Item*> all = itemsOf<Shot>(next);
    const auto at = std::find_if(all.begin(), all.end(), [shot](const Item* i) { return i->id == shot; });
    next = reordered(next, id, static_cast<int>(at - all.begin()) + 2 - static_cast<int>(all.size()));
    session.document.edit(tr("Duplicate shot"), std::move(next));
    session.view.showShot(id);
}

namespace {

std::vector<Id> stepsOf(const Project& project) {
    std::vector<Id> out;
    for (const auto& item : project.items)
        if (rankOf(item->body) != LandRank::None) out.push_back(item->id);
    return out;
}

} // namespace

bool isStep(const Session& session, Id item) {
    const Item* i = session.document.item(item);
    return i && rankOf(i->body) != LandRank::None && stepsOf(session.document.project()).size() > 1;
}

void moveStep(Session& session, Id item, int by) {
    if (isStep(session, item))
        session.document.edit(tr("Reorder steps"), reordered(session.document.project(), item, by));
}

void moveStepBefore(Session& session, Id item, Id other) {
    const std::vector<Id> all = stepsOf(session.document.project());
    const auto from = std::find(all.begin(), all.end(), item), to = std::find(all.begin(), all.end(), other);
    if (from == all.end()) return;
    const auto by = static_cast<int>(to - from);
    moveStep(session, item, by > 0 ? by - 1 : by);
}

void moveShot(Session& session, Id shot, int by) {
    session.document.edit(tr("Reorder shots"), reordered(session.document.project(), shot, by));
}

void lockShot(Session& session, Id shot) {
    const Item* item = session.document.item(shot);
    if (!bodyOf<Shot>(item)) return;
    const bool lock = !item->locked;
    session.document.editItem(lock ? tr("Lock shot") : tr("Unlock shot"), shot, [lock](Item& i) { i.locked = lock; });
}

void copyToShots(Session& session, ShotPart part) {
    const Shot* from = bodyOf<Shot>(session.view.shotItem());
    if (!from) return;
    Project next = session.document.project();
    int changed = 0;
    for (const Item* item : itemsOf<Shot>(session.document.project())) {
        const Shot& now = *bodyOf<Shot>(item);
        const bool same = part == ShotPart::Light
                              ? now.daylight == from->daylight
                              : now.camera.focal == from->camera.focal && now.camera.sensor == from->camera.sensor;
        if (item->locked || same) continue;
        auto copy = std::make_shared<Item>(*item);
        Shot& shot = std::get<Shot>(copy->body);
        if (part == ShotPart::Light)
            shot.daylight = from->daylight;
        else {
            shot.camera.focal = from->camera.focal;
            shot.camera.sensor = from->camera.sensor;
        }
        next.items.replace(std::move(copy));
        ++changed;
    }
    const QString name = part == ShotPart::Light ? tr("Copy light to all shots") : tr("Copy lens to all shots");
    if (changed > 0) session.document.edit(name, std::move(next));
    Q_EMIT session.message(changed > 0 ? tr("%1: %n shot(s) changed", nullptr, changed).arg(name)
                                       : tr("%1: nothing to change").arg(name),
                           false);
}

void addCover(Session& session) {
    const auto covers = itemsOf<Cover>(session.document.project());
    const auto taken = [&](const char* name) {
        return std::any_of(covers.begin(), covers.end(),
                           [&](const Item* i) { return bodyOf<Cover>(i)->surface.recipe == name; });
    };
    const auto free = std::find_if_not(kCoverMaterials.begin(), kCoverMaterials.end(), taken);
    const std::string name = free == kCoverMaterials.end() ? kCoverMaterials.front() : *free;
    Cover cover;
    cover.surface = shippedMaterials()->surface(name);
    Id id;
    session.document.edit(tr("Add cover"),
                          added(session.document.project(), libraryName(name).toStdString(), std::move(cover), &id));
    session.selection.set(id);
}

void levelPad(Session& session, Id building) {
    const Item* item = session.document.item(building);
    if (!bodyOf<Building>(item)) return;
    for (const Item* d : dependents(session.document.project(), building))
        if (const auto* pad = bodyOf<BuildingPad>(d); pad && pad->parts.empty()) return session.selection.set(d->id);
    Id id;
    session.document.edit(tr("Add pad"),
                          added(session.document.project(), item->name + " pad", BuildingPad{building}, &id));
    session.selection.set(id);
}

void clearSight(Session& session) {
    const Project& project = session.document.project();
    const HeightField* ground = session.document.ground();
    const Camera camera = session.view.shot().camera;
    const V3f ahead = viewDirection(camera);
    const Item* building = session.selection.item();
    if (!bodyOf<Building>(building)) {
        float best = -1;
        building = nullptr;
        for (const Item* item : itemsOf<Building>(project)) {
            const V3f way = spaceOf(*item, ground).center() - camera.position;
            const float towards = way.normalized().dot(ahead);
            if (!session.view.seen(*item) || towards < best) continue;
            best = towards;
            building = item;
        }
    }
    if (!building || !ground) return Q_EMIT session.message(tr("The site has no building."));
    Project next = sightCleared(project, *ground, camera.position, building->id);
    if (next == project)
        return Q_EMIT session.message(
            tr("No ground hides the foot of %1 from this shot.").arg(QString::fromStdString(building->name)));
    session.document.edit(tr("Clear sight line"), std::move(next));
}

void levelUnderParts(Session& session) {
    const Item* item = session.selection.item();
    if (!selectedBuilding(session) || session.selection.parts().empty()) return;
    BuildingPad pad{item->id};
    pad.parts = selectedParts(session);
    Id id;
    session.document.edit(tr("Add pad"), added(session.document.project(), item->name + " pad", std::move(pad), &id));
    session.selection.set(id);
}

void groupSelected(Session& session) {
    Id group;
    session.document.editChecked(
        tr("Group"), grouped(session.document.project(), tr("Group").toStdString(), session.selection.all(), &group));
    session.selection.set(group);
}

void ungroupSelected(Session& session) {
    Project next = session.document.project();
    std::vector<Id> held;
    for (const Id id : session.selection.all()) {
        if (!bodyOf<Group>(session.document.item(id))) continue;
        for (const auto& i : next.items)
            if (i->group == id) held.push_back(i->id);
        next = ungrouped(next, id);
    }
    session.document.edit(tr("Ungroup"), std::move(next));
    session.selection.setAll(std::move(held));
}

// Of all that are selected, to the opposite of what the last one has.
static void flipSelected(Session& session, bool Item::*flag, const QString& on, const QString& off) {
    const bool to = !(session.selection.item()->*flag);
    Project next = session.document.project();
    for (const Id id : session.selection.all()) {
        auto item = std::make_shared<Item>(*session.document.item(id));
        (*item).*flag = to;
        next.items.replace(std::move(item));
    }
    session.document.edit(to ? on : off, std::move(next));
}

void showSelected(Session& session) {
    if (!session.selection.parts().empty()) {
        const std::vector<int> hidden = hiddenParts(*selectedBuilding(session));
        return showParts(session, std::binary_search(hidden.begin(), hidden.end(), session.selection.parts().back()));
    }
    if (!refusesSelection(session)) flipSelected(session, &Item::visible, tr("Show"), tr("Hide"));
}

void flagPresentation(Session& session) {
    flipSelected(session, &Item::presentation, tr("Presentation only"), tr("Part of the design"));
}

void lockSelected(Session& session) {
    if (!refusesSelection(session)) flipSelected(session, &Item::locked, tr("Lock"), tr("Unlock"));
}

void turnSelected(Session& session, double by) {
    if (const std::vector<int>& parts = session.selection.parts(); !parts.empty()) {
        const auto hold = holdOfParts(*selectedBuilding(session), parts);
        Movement m;
        m.turn = radians(static_cast<float>(by));
        if (hold) m.pivot = xy(*hold);
        return session.document.edit(
            tr("Rotate"), movedParts(session.document.project(), session.selection.last(), parts, m), "turn keys");
    }
    Box2f box;
    for (const Id leaf : session.selection.leaves())
        if (const auto hold = holdOf(*session.document.item(leaf), nullptr)) box.extendBy(xy(*hold));
    if (box.isEmpty()) return;
    Movement m;
    m.turn = radians(static_cast<float>(by));
    m.pivot = box.center();
    session.document.edit(tr("Rotate"),
                          moved(session.document.project(), session.selection.all(), m, session.document.ground(),
                                session.selection.specimen()),
                          "turn keys");
}

void selectAllOfVerb(Session& session) {
    const Project& project = session.document.project();
    const std::vector<char> ours = belonging(project, session.view.verb());
    std::vector<Id> ids;
    for (size_t i = 0; i < project.items.size(); ++i) {
        const Item& item = *project.items[i];
        if (ours[i] && !item.group && !bodyOf<Shot>(&item) && !item.locked && session.view.seen(item))
            ids.push_back(item.id);
    }
    session.selection.setAll(std::move(ids));
}

void selectAllOfKind(Session& session) {
    const Project& project = session.document.project();
    const Item* like = session.selection.item();
    std::vector<Id> ids;
    for (const auto& i : project.items)
        if (like && i->body.index() == like->body.index() && session.view.seen(*i) && !fixed(project, *i))
            ids.push_back(i->id);
    session.selection.setAll(std::move(ids));
}

void showShotAfter(Session& session, int by) {
    const auto shots = itemsOf<Shot>(session.document.project());
    for (size_t i = 0; i < shots.size(); ++i)
        if (shots[i]->id == session.view.shotId())
            return session.view.showShot(shots[(i + shots.size() + static_cast<size_t>(by)) % shots.size()]->id);
}

} // namespace thallos
