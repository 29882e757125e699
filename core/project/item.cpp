#include "core/project/item.h"

#include <algorithm>

namespace thallos {

const Items::Slot* Items::find(Id id) const {
    const auto at = std::lower_bound(index_->begin(), index_->end(), id,
                                     [](const auto& entry, Id wanted) { return entry.first < wanted; });
    return at != index_->end() && at->first == id ? &slots_[at->second] : nullptr;
}

void Items::add(Slot item) {
    const auto place = static_cast<uint32_t>(slots_.size());
    const Id id = item->id;
    slots_.push_back(std::move(item));
    if (!index_->empty() && !(index_->back().first < id)) return reindex();
    // Ids are given in ascending order. Alone with the index, it grows in place.
    std::shared_ptr<Index> index;
    if (index_.use_count() == 1)
        index = std::const_pointer_cast<Index>(index_);
    else {
        index = std::make_shared<Index>();
        index->reserve(index_->size() + 1);
        index->assign(index_->begin(), index_->end());
    }
    index->emplace_back(id, place);
    index_ = std::move(index);
}

void Items::replace(Slot item) {
    if (const Slot* slot = find(item->id)) slots_[static_cast<size_t>(slot - slots_.data())] = std::move(item);
}

void Items::assign(std::vector<Slot> items) {
    slots_ = std::move(items);
    reindex();
}

void Items::reindex() {
    auto index = std::make_shared<Index>();
    index->reserve(slots_.size());
    for (size_t i = 0; i < slots_.size(); ++i) index->emplace_back(slots_[i]->id, static_cast<uint32_t>(i));
    std::stable_sort(index->begin(), index->end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    index->erase(
        std::unique(index->begin(), index->end(), [](const auto& a, const auto& b) { return a.first == b.first; }),
        index->end());
    index_ = std::move(index);
}

} // namespace thallos
