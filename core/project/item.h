// One thing of the document, and all of them in their order.
#pragma once

#include <memory>
#include <string>
#include <utility>
#include <vector>

#include "core/base/id.h"
#include "core/project/kinds/body.h"

namespace thallos {

struct Item {
    Id id;
    std::string name;
    bool visible = true;
    bool locked = false;
    Body body;
    Id group;                  // that it belongs to; none: it stands for itself
    bool presentation = false; // for pictures alone, no part of the design
    std::string note;          // what is to be known of it: "back may stay rough"
};

template <class T> const T* bodyOf(const Item* item) {
    return item ? std::get_if<T>(&item->body) : nullptr;
}

// The items of a document in their order, found by id without going through all. A value: copies share the items and
// the index. One thread at a time may change it; any may read.
class Items {
public:
    using Slot = std::shared_ptr<const Item>;

    auto begin() const { return slots_.begin(); }
    auto end() const { return slots_.end(); }
    size_t size() const { return slots_.size(); }
    bool empty() const { return slots_.empty(); }
    const Slot& operator[](size_t i) const { return slots_[i]; }
    const Slot& back() const { return slots_.back(); }

    const Slot* find(Id id) const; // null: none
    const Item* item(Id id) const {
        const Slot* slot = find(id);
        return slot ? slot->get() : nullptr;
    }

    void add(Slot item);
    // In the place of the one with its id; nothing when there is none.
    void replace(Slot item);
    // Asks for each what shall stand in its place: the item itself, another with the same id, or null to take it out.
    template <class Change> void change(Change&& change) {
        size_t kept = 0;
        for (Slot& slot : slots_)
            if (Slot next = change(std::as_const(slot))) slots_[kept++] = std::move(next);
        if (kept == slots_.size()) return;
        slots_.resize(kept);
        reindex();
    }
    template <class Gone> void eraseIf(Gone&& gone) {
        change([&](const Slot& slot) { return gone(*slot) ? nullptr : slot; });
    }
    void assign(std::vector<Slot> items); // these instead of all
    void clear() { assign({}); }

    bool operator==(const Items& o) const { return slots_ == o.slots_; } // identity of the items

private:
    void reindex();
    std::vector<Slot> slots_;
    // Ids with their places, by id; of two with the same id the first.
    using Index = std::vector<std::pair<Id, uint32_t>>;
    std::shared_ptr<const Index> index_ = std::make_shared<Index>();
};

} // namespace thallos
