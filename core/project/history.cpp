#include "core/project/history.h"

#include <algorithm>
#include <cstdio>
#include <filesystem>
#include <unordered_map>

#include <fcntl.h>
#include <unistd.h>

#include "core/base/assets.h"
#include "core/base/error.h"

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

} // namespace

// A nameless file that goes with the program. Tiles that several steps share are written once, and shared again when
// they are read back.
class TileFile {
public:
    struct Place {
        int64_t offset = -1; // -1: there is no tile
        V2i cells{0};
    };

    ~TileFile() {
        if (file_) std::fclose(file_);
    }

    template <class Tile> bool put(const std::shared_ptr<const Tile>& tile, Place& out) {
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

    template <class Tile> std::shared_ptr<const Tile> get(const Place& place) {
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

private:
    struct Known {
        std::weak_ptr<const void> tile; // another tile may come to the same address
        Place place;
    };
    std::FILE* file_ = namelessFile();
    std::unordered_map<const void*, Known> known_;
    std::unordered_map<int64_t, std::weak_ptr<const void>> inMemory_;
};

struct History::GroundOnDisk {
    GroundGrid grid;
    Relief relief;
    std::vector<TileFile::Place> survey, sculpt, gravel;
};

History::History(Project start, int64_t budget) : budget_(budget) {
    const int64_t bytes = bytesOf(start, 0);
    steps_.push_back({"Open", std::move(start), bytes, nullptr});
}
History::~History() = default;
History::History(History&&) noexcept = default;
History& History::operator=(History&&) noexcept = default;

int64_t History::bytesOf(const Project& project, size_t step) const {
    if (!project.ground) return 0;
    const Ground* before = step > 0 ? steps_[step - 1].project.ground.get() : nullptr;
    int64_t sum = 0;
    auto add = [&](const auto& tiles, const auto* old) {
        for (size_t i = 0; i < tiles.size(); ++i)
            if (tiles[i] && !(old && i < old->size() && (*old)[i] == tiles[i]))
                sum += static_cast<int64_t>(tiles[i]->values.size() * sizeof(tiles[i]->values[0]));
    };
    add(project.ground->survey, before ? &before->survey : nullptr);
    add(project.ground->sculpt, before ? &before->sculpt : nullptr);
    add(project.ground->gravel, before ? &before->gravel : nullptr);
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
        if (step.onDisk || !step.project.ground) continue;
        if (!file_) file_ = std::make_unique<TileFile>();
        const Ground& g = *step.project.ground;
        auto disk = std::make_shared<GroundOnDisk>(GroundOnDisk{g.grid, g.relief, {}, {}, {}});
        auto put = [&](const auto& tiles, std::vector<TileFile::Place>& places) {
            places.resize(tiles.size());
            for (size_t k = 0; k < tiles.size(); ++k)
                if (!file_->put(tiles[k], places[k])) return false;
            return true;
        };
        // If the disk is full, the step stays in memory.
        if (!put(g.survey, disk->survey) || !put(g.sculpt, disk->sculpt) || !put(g.gravel, disk->gravel)) return;
        step.onDisk = std::move(disk);
        step.project.ground.reset();
        held -= step.bytes;
    }
}

void History::fetch(size_t i) {
    Step& step = steps_[i];
    if (!step.onDisk) return;
    const GroundOnDisk& disk = *step.onDisk;
    Ground g;
    g.grid = disk.grid;
    g.relief = disk.relief;
    for (const auto& p : disk.survey) g.survey.push_back(file_->get<HeightTile>(p));
    for (const auto& p : disk.sculpt) g.sculpt.push_back(file_->get<HeightTile>(p));
    for (const auto& p : disk.gravel) g.gravel.push_back(file_->get<CoverTile>(p));
    // Steps that did not touch the ground share it again.
    const auto& here = now().ground;
    const bool same = *here == g;
    step.project.ground = same ? here : std::make_shared<const Ground>(std::move(g));
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
