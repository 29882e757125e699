#include "app/work/selection.h"

#include <algorithm>
#include <string_view>
#include <unordered_map>

#include "app/work/kind.h"

namespace thallos {

Selection::Selection(Document& document, View& view, QObject* parent)
    : QObject(parent), document_(document), view_(view) {
    connect(&document_, &Document::replaced, this, &Selection::reset);
    connect(&document_, &Document::changed, this, &Selection::follow);
}

void Selection::reset() {
    ids_.clear();
    set_.clear();
    specimen_ = -1;
    parts_.clear();
    leavesKnown_ = false;
    ++changes_;
    Q_EMIT changed();
}

void Selection::follow() {
    leavesKnown_ = false;
    followParts();
    if (std::any_of(ids_.begin(), ids_.end(), [this](Id id) { return !document_.item(id); })) setAll(ids_);
}

const std::vector<Id>& Selection::leaves() const {
    if (!std::exchange(leavesKnown_, true)) leaves_ = thallos::leaves(document_.project(), ids_);
    return leaves_;
}

bool Selection::holds(Id id) const {
    for (const Item* i = document_.item(id); i; i = document_.item(i->group))
        if (set_.count(i->id)) return true;
    return false;
}

bool Selection::here() const {
    return selectedIn_ == view_.verb() || std::all_of(ids_.begin(), ids_.end(), [this](Id id) {
               const Item* i = document_.item(id);
               return i && belongs(document_.project(), *i, view_.verb());
           });
}

// Parts of a model that became another are found again by their keys.
void Selection::followParts() {
    const auto* b = parts_.empty() || ids_.size() != 1 ? nullptr : bodyOf<Building>(item());
    if (!b || b->model == partsOf_) return;
    const std::vector<std::string> before = partKeys(*partsOf_), now = partKeys(*b->model);
    std::unordered_map<std::string_view, int> at;
    for (size_t i = 0; i < now.size(); ++i) at.emplace(now[i], static_cast<int>(i));
    std::vector<int> kept;
    for (const int p : parts_)
        if (const auto is = at.find(before[static_cast<size_t>(p)]); is != at.end()) kept.push_back(is->second);
    partsOf_ = b->model;
    if (kept == parts_) return;
    parts_ = std::move(kept);
    ++changes_;
    Q_EMIT changed();
}

void Selection::become(std::vector<Id> ids, int specimen, std::vector<int> parts) {
    parts_ = std::move(parts);
    ids_ = std::move(ids);
    set_ = {ids_.begin(), ids_.end()};
    specimen_ = specimen;
    leavesKnown_ = false;
    ++changes_;
    Q_EMIT changed();
}

void Selection::set(Id id) {
    setAll(id ? std::vector<Id>{id} : std::vector<Id>{});
}

void Selection::setAll(std::vector<Id> ids) {
    std::vector<Id> kept;
    std::unordered_set<Id> once;
    for (const Id id : ids)
        if (document_.item(id) && once.insert(id).second) kept.push_back(id);
    selectedIn_ = view_.verb();
    if (kept != ids_ || specimen_ >= 0 || !parts_.empty()) become(std::move(kept), -1);
}

void Selection::toggle(Id id) {
    std::vector<Id> ids = ids_;
    if (std::erase(ids, id) == 0) ids.push_back(id);
    setAll(std::move(ids));
}

int Selection::specimen() const {
    const auto* p = ids_.size() == 1 ? bodyOf<Specimens>(item()) : nullptr;
    return p && specimen_ < static_cast<int>(p->specimens.size()) ? specimen_ : -1;
}

void Selection::setSpecimen(Id specimens, int index) {
    selectedIn_ = view_.verb();
    if (ids_ != std::vector<Id>{specimens} || specimen_ != index) become({specimens}, index);
}

const std::vector<int>& Selection::parts() const {
    static const std::vector<int> none;
    return ids_.size() == 1 && bodyOf<Building>(item()) ? parts_ : none;
}

void Selection::setParts(Id building, std::vector<int> parts) {
    selectedIn_ = view_.verb();
    const auto* b = bodyOf<Building>(document_.item(building));
    if (!b || (ids_ == std::vector<Id>{building} && parts_ == parts)) return;
    std::erase_if(parts, [b](int p) { return p < 0 || p >= static_cast<int>(b->model->parts.size()); });
    partsOf_ = b->model;
    become({building}, -1, std::move(parts));
}

void Selection::togglePart(Id building, int part) {
    std::vector<int> now = last() == building ? parts() : std::vector<int>();
    if (std::erase(now, part) == 0) now.push_back(part);
    setParts(building, std::move(now));
}

void Selection::setMaterial(int index) {
    if (std::exchange(material_, index) != index) Q_EMIT materialChanged();
}

std::vector<Id> Selection::selectable(const std::vector<Id>& under) const {
    const Project& project = document_.project();
    std::vector<Id> free, out;
    for (const Id id : under)
        if (const Item* i = document_.item(id); i && !fixed(project, *i)) free.push_back(id);
    std::stable_partition(free.begin(), free.end(),
                          [&](Id id) { return belongs(project, *document_.item(id), view_.verb()); });
    for (const Id id : free) {
        std::vector<Id> chain;
        for (const Item* i = document_.item(id); i; i = document_.item(i->group)) chain.push_back(i->id);
        for (auto c = chain.rbegin(); c != chain.rend(); ++c)
            if (std::find(out.begin(), out.end(), *c) == out.end()) out.push_back(*c);
    }
    return out;
}

Id Selection::firstSelectable(const std::vector<Id>& under) const {
    const std::vector<Id> all = selectable(under);
    return all.empty() ? Id{} : all.front();
}

} // namespace thallos
