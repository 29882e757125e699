// Undo and redo without limit: a list of projects that share what did not change.
#pragma once

#include <string>
#include <vector>

#include "core/project/project.h"

namespace thallos {

class History {
public:
    explicit History(Project start) : steps_{{"Open", std::move(start)}} {}

    const Project& now() const { return steps_[at_].project; }
    // One step. What was undone before is dropped. A project equal to now() adds no step.
    void commit(std::string name, Project project);
    // Joins with the last step when that has the same name and `key` (not empty): one drag or one field is one step.
    void commit(std::string name, Project project, const std::string& key);
    // The next commit with the same key starts a new step.
    void endMerge() { mergeKey_.clear(); }

    bool canUndo() const { return at_ > 0; }
    bool canRedo() const { return at_ + 1 < steps_.size(); }
    std::string undoName() const { return canUndo() ? steps_[at_].name : std::string(); }
    std::string redoName() const { return canRedo() ? steps_[at_ + 1].name : std::string(); }
    void undo();
    void redo();
    size_t position() const { return at_; }
    size_t size() const { return steps_.size(); }

private:
    struct Step {
        std::string name;
        Project project;
    };
    std::vector<Step> steps_;
    size_t at_ = 0;
    std::string mergeKey_;
};

} // namespace thallos
