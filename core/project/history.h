// Undo and redo without limit: a list of projects that share what did not change. Above a budget of memory the layers
// of the steps farthest from the present one lie in a temporary file until they are wanted.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/project/project.h"

namespace thallos {

class TileFile; // tiles of layers on disk

class History {
public:
    // `budget`: bytes of tiles kept in memory, the present step's always.
    explicit History(Project start, int64_t budget = int64_t(1) << 30);
    ~History();
    History(History&&) noexcept;
    History& operator=(History&&) noexcept;

    const Project& now() const { return steps_[at_].project; }
    // One step. What was undone before is dropped. A project equal to now() adds no step.
    void commit(std::string name, Project project);
    // Joins with the last step when that has the same name and `key` (not empty): one drag or one field is one step.
    void commit(std::string name, Project project, const std::string& key);
    // The next commit with the same key starts a new step.
    void endMerge() { mergeKey_.clear(); }
    // Takes back the step that is still being joined to, as if it had not been begun: for a drag that is given up.
    // Nothing when there is none.
    void abandon();

    bool canUndo() const { return at_ > 0; }
    bool canRedo() const { return at_ + 1 < steps_.size(); }
    std::string undoName() const { return canUndo() ? steps_[at_].name : std::string(); }
    std::string redoName() const { return canRedo() ? steps_[at_ + 1].name : std::string(); }
    // Throw Error::Missing, with nothing changed, when a step's layers can't be read back.
    void undo();
    void redo();
    void setBudget(int64_t bytes);
    // To any step, by its position.
    void jump(size_t position);
    // What led to the step; "Open" for the first.
    const std::string& name(size_t position) const { return steps_[position].name; }
    size_t position() const { return at_; }
    size_t size() const { return steps_.size(); }
    size_t stepsOnDisk() const;

private:
    struct LayersOnDisk;
    struct Step {
        std::string name;
        Project project;                            // with empty layers while `onDisk`
        int64_t bytes = 0;                          // of tiles that the step before does not share
        std::shared_ptr<const LayersOnDisk> onDisk; // null: in memory
    };
    int64_t bytesOf(const Project& project, size_t step) const;
    void keepWithinBudget();
    void fetch(size_t step);

    std::vector<Step> steps_;
    size_t at_ = 0;
    std::string mergeKey_;
    int64_t budget_;
    std::unique_ptr<TileFile> file_; // made when first needed
};

} // namespace thallos
