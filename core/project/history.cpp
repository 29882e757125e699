#include "core/project/history.h"

#include <algorithm>
#include <cstdio>
#include <filesystem>
#include <unordered_map>
#include <unordered_set>

#include <fcntl.h>
#include <unistd.h>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/project/kinds/kind.h"
#include "core/project/layers.h"

namespace thallos {

namespace {

// In the cache folder: the folder of temporary files is memory on many systems. Null when there is none to be had.
std::FILE* namelessFile() {
    std::error_code e;
    const std::filesystem::path folder = cacheFolder();
    std::filesystem::create_directories(folder, e);
    const int d = ::open(folder.c_str(), O_TMPFILE | O_RDWR | O_CLOEXEC, 0600);
    if (d < 0) return std::tmpfile();
    std::FILE* file = ::fdopen(d, "w+b");
    if (!file) ::close(d);
    return file;
}

struct TilePlace {
    int64_t offset = -1; // -1: there is no tile
    V2i cells{0};
};

// An item whose layers lie on disk. Steps that share the item share this.
struct ItemOnDisk {
    Items::Slot stub; // with empty layers
    std::vector<std::vector<TilePlace>> layers;
    std::weak_ptr<const Item> whole; // while somebody has it
};

// Asks the same of layers of any sort.
template <class Use> class EachLayer : public LayerVisitor {
public:
    explicit EachLayer(Use use) : use_(std::move(use)) {}
    void heights(HeightLayer& layer, bool) override { use_(layer); }
    void weights(WeightLayer& layer) override { use_(layer); }

private:
    Use use_;
};
template <class Use> void eachLayer(Body& body, Use use) {
    EachLayer<Use> visitor(std::move(use));
    visitLayers(body, visitor);
}

bool hasLayers(const Body& body) {
    return withKind(body, [](const auto& kind, const auto&) { return kind.layers != nullptr; });
}

} // namespace

// A nameless file that goes with the program. Tiles that several steps share are written once, and shared again when
// they are read back.
class TileFile {
public:
    ~TileFile() {
        if (file_) std::fclose(file_);
    }

    // Null when the disk is full.
    std::shared_ptr<ItemOnDisk> put(const Items::Slot& item) {
        std::weak_ptr<ItemOnDisk>& known = items_[item.get()];
        if (auto same = known.lock(); same && same->whole.lock() == item) return same;
        auto out = std::make_shared<ItemOnDisk>();
        auto stub = std::make_shared<Item>(*item);
        bool written = true;
        eachLayer(stub->body, [&](auto& layer) {
            std::vector<TilePlace> places(layer.size());
            for (size_t k = 0; k < layer.size() && written; ++k) written = put(layer[k], places[k]);
            out->layers.push_back(std::move(places));
            layer.clear();
        });
        if (!written) return nullptr;
        out->stub = std::move(stub);
        out->whole = item;
        known = out;
        return out;
    }

    Items::Slot get(const std::shared_ptr<ItemOnDisk>& of) {
        if (auto whole = of->whole.lock()) return whole;
        auto item = std::make_shared<Item>(*of->stub);
        size_t i = 0;
        eachLayer(item->body, [&](auto& layer) {
            using Slot = typename std::remove_reference_t<decltype(layer)>::value_type;
            for (const TilePlace& p : of->layers[i])
                layer.push_back(get<std::remove_const_t<typename Slot::element_type>>(p));
            ++i;
        });
        of->whole = item;
        items_[item.get()] = of;
        return item;
    }

private:
    template <class Tile> bool put(const std::shared_ptr<const Tile>& tile, TilePlace& out) {
        out = {};
        if (!tile) return true;
        auto& known = known_[tile.get()];
        if (known.tile.lock() != tile) {
            const auto& v = tile->values;
            if (!file_ || std::fseek(file_, 0, SEEK_END) != 0) return false;
            const int64_t offset = std::ftell(file_);
            if (std::fwrite(v.data(), sizeof(v[0]), v.size(), file_) != v.size() || std::fflush(file_) != 0)
                return false;
            known = {tile, {offset, tile->cells}};
            inMemory_[offset] = tile;
        }
        out = known.place;
        return true;
    }

    template <class Tile> std::shared_ptr<const Tile> get(const TilePlace& place) {
        if (place.offset < 0) return nullptr;
        if (auto tile = std::static_pointer_cast<const Tile>(inMemory_[place.offset].lock())) return tile;
        auto tile = std::make_shared<Tile>(place.cells);
        auto& v = tile->values;
        if (std::fseek(file_, place.offset, SEEK_SET) != 0 ||
            std::fread(v.data(), sizeof(v[0]), v.size(), file_) != v.size())
            throw Error(Error::Kind::Missing, Text("Undo data on disk cannot be read back"), "",
                        Text("Save the project and open it again"));
        inMemory_[place.offset] = tile;
        known_[tile.get()] = {tile, place};
        return tile;
    }

    struct Known {
        std::weak_ptr<const void> tile; // another tile may come to the same address
        TilePlace place;
    };
    std::FILE* file_ = namelessFile();
    std::unordered_map<const void*, Known> known_;
    std::unordered_map<int64_t, std::weak_ptr<const void>> inMemory_;
    std::unordered_map<const Item*, std::weak_ptr<ItemOnDisk>> items_; // another item may come to the same address
};

struct History::LayersOnDisk {
    std::vector<std::shared_ptr<ItemOnDisk>> items;
};

History::History(Project start, int64_t budget) : budget_(budget) {
    const int64_t bytes = bytesOf(start, 0);
    steps_.push_back({"Open", std::move(start), bytes, nullptr});
}
History::~History() = default;
History::History(History&&) noexcept = default;
History& History::operator=(History&&) noexcept = default;

int64_t History::bytesOf(const Project& project, size_t step) const {
    const Project* before = step > 0 ? &steps_[step - 1].project : nullptr;
    int64_t sum = 0;
    for (const auto& item : project.items) {
        if (!hasLayers(item->body)) continue;
        const Item* then = before ? find(*before, item->id) : nullptr;
        if (then == item.get()) continue;
        std::unordered_set<const void*> shared;
        if (then) {
            Body body = then->body;
            eachLayer(body, [&](const auto& layer) {
                for (const auto& tile : layer) shared.insert(tile.get());
            });
        }
        Body body = item->body;
        eachLayer(body, [&](const auto& layer) {
            for (const auto& tile : layer)
                if (tile && !shared.count(tile.get()))
                    sum += static_cast<int64_t>(tile->values.size() * sizeof(tile->values[0]));
        });
    }
    return sum;
}

void History::commit(std::string name, Project project) {
    commit(std::move(name), std::move(project), {});
}

void History::commit(std::string name, Project project, const std::string& key) {
    if (project == now()) return;
    // Ids are never used again, not even after an undo.
    project.nextId = std::max(project.nextId, now().nextId);
    const bool joins =
        !key.empty() && key == mergeKey_ && at_ + 1 == steps_.size() && at_ > 0 && steps_[at_].name == name;
    if (joins) {
        steps_[at_].bytes = bytesOf(project, at_);
        steps_[at_].project = std::move(project);
    } else {
        steps_.resize(at_ + 1);
        const int64_t bytes = bytesOf(project, at_ + 1);
        steps_.push_back({std::move(name), std::move(project), bytes, nullptr});
        ++at_;
    }
    mergeKey_ = key;
    keepWithinBudget();
}

void History::keepWithinBudget() {
    int64_t held = 0;
    for (const Step& s : steps_)
        if (!s.onDisk) held += s.bytes;
    for (size_t first = 0, last = steps_.size() - 1; held > budget_ && (first < at_ || last > at_);) {
        const size_t i = at_ - first >= last - at_ ? first++ : last--;
        Step& step = steps_[i];
        if (step.onDisk) continue;
        if (!file_) file_ = std::make_unique<TileFile>();
        auto disk = std::make_shared<LayersOnDisk>();
        bool written = true;
        for (const auto& item : step.project.items)
            if (hasLayers(item->body) && written) {
                disk->items.push_back(file_->put(item));
                written = disk->items.back() != nullptr;
            }
        if (!written) return; // if the disk is full, the step stays in memory
        for (const auto& item : disk->items) step.project.items.replace(item->stub);
        step.onDisk = std::move(disk);
        held -= step.bytes;
    }
}

void History::fetch(size_t i) {
    Step& step = steps_[i];
    if (!step.onDisk) return;
    std::vector<Items::Slot> read;
    for (const auto& item : step.onDisk->items) read.push_back(file_->get(item));
    for (Items::Slot& item : read) step.project.items.replace(std::move(item));
    step.onDisk.reset();
}

void History::undo() {
    if (!canUndo()) return;
    fetch(at_ - 1);
    const uint64_t next = now().nextId;
    --at_;
    steps_[at_].project.nextId = std::max(steps_[at_].project.nextId, next);
    endMerge();
    keepWithinBudget();
}

void History::redo() {
    if (!canRedo()) return;
    fetch(at_ + 1);
    ++at_;
    endMerge();
    keepWithinBudget();
}

void History::setBudget(int64_t bytes) {
    budget_ = bytes;
    keepWithinBudget();
}

void History::jump(size_t position) {
    position = std::min(position, steps_.size() - 1);
    if (position == at_) return;
    fetch(position);
    uint64_t next = 0;
    for (const Step& s : steps_) next = std::max(next, s.project.nextId);
    at_ = position;
    steps_[at_].project.nextId = next;
    endMerge();
    keepWithinBudget();
}

void History::abandon() {
    if (mergeKey_.empty() || at_ == 0 || at_ + 1 != steps_.size()) return;
    fetch(at_ - 1);
    const uint64_t next = now().nextId;
    steps_.pop_back();
    --at_;
    steps_[at_].project.nextId = std::max(steps_[at_].project.nextId, next);
    endMerge();
}

size_t History::stepsOnDisk() const {
    return static_cast<size_t>(
        std::count_if(steps_.begin(), steps_.end(), [](const Step& s) { return s.onDisk != nullptr; }));
}

} // namespace thallos
