#include "core/project/history.h"

#include <algorithm>

namespace thallos {

void History::commit(std::string name, Project project) {
    commit(std::move(name), std::move(project), {});
}

void History::commit(std::string name, Project project, const std::string& key) {
    if (project == now()) return;
    // Ids are never used again, not even after an undo.
    project.nextId = std::max(project.nextId, now().nextId);
    const bool joins =
        !key.empty() && key == mergeKey_ && at_ + 1 == steps_.size() && at_ > 0 && steps_[at_].name == name;
    if (joins)
        steps_[at_].project = std::move(project);
    else {
        steps_.resize(at_ + 1);
        steps_.push_back({std::move(name), std::move(project)});
        ++at_;
    }
    mergeKey_ = key;
}

void History::undo() {
    if (!canUndo()) return;
    const uint64_t next = now().nextId;
    --at_;
    steps_[at_].project.nextId = std::max(steps_[at_].project.nextId, next);
    endMerge();
}

void History::redo() {
    if (!canRedo()) return;
    ++at_;
    endMerge();
}

} // namespace thallos
