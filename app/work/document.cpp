#include "app/work/document.h"

#include "app/words/text.h"
#include "app/work/task.h"

#include "core/base/error.h"

namespace thallos {

Document::Document(QObject* parent) : QObject(parent), history_(newProject({100, 100}, 0.5f, "Untitled site")) {}

void Document::reset(Project project) {
    history_ = History(std::move(project), historyBudget_);
    savedAt_ = 0;
    built_.reset();
    Q_EMIT replaced();
    Q_EMIT changed(BuildMode::Rest);
}

void Document::edit(const QString& name, Project project, const QString& mergeKey, BuildMode mode) {
    const size_t before = history_.position();
    if (built_) project = carrying(project, *built_->library);
    if (project == history_.now()) return;
    history_.commit(name.toStdString(), std::move(project), mergeKey.toStdString());
    for (size_t* at : {&savedAt_, &savingAt_}) {
        // A new branch after an undo past the saved state can never be that state again.
        if (*at != SIZE_MAX && history_.position() <= *at && before < *at) *at = SIZE_MAX;
        if (*at == history_.position()) *at = SIZE_MAX; // joined into the saved step
    }
    Q_EMIT changed(mode);
}

void Document::editChecked(const QString& name, Project next, const QString& mergeKey, BuildMode mode) {
    try {
        check(next, &project());
    } catch (const Error& e) {
        Q_EMIT message(sentenceOf(e));
        return;
    }
    edit(name, std::move(next), mergeKey, mode);
}

void Document::editItem(const QString& name, Id id, const std::function<void(Item&)>& change, const QString& mergeKey,
                        BuildMode mode) {
    const Item* before = item(id);
    if (!before) return;
    Item copy = *before;
    change(copy);
    editChecked(name, thallos::replaced(project(), copy), mergeKey, mode);
}

const Item* Document::editItems(const QString& name, const std::vector<Id>& ids,
                                const std::function<void(Item&)>& change, const QString& mergeKey, BuildMode mode) {
    Project next = project();
    const Item* locked = nullptr;
    bool any = false;
    for (const Id id : leaves(project(), ids)) {
        const Item* before = item(id);
        if (fixed(project(), *before)) {
            locked = before;
            continue;
        }
        any = true;
        auto copy = std::make_shared<Item>(*before);
        change(*copy);
        next.items.replace(std::move(copy));
    }
    if (locked && !any) return locked;
    editChecked(name, std::move(next), mergeKey, mode);
    return nullptr;
}

void Document::endEdit() {
    history_.endMerge();
    Q_EMIT changed(BuildMode::Rest);
}

void Document::abandonEdit() {
    step([&] { history_.abandon(); });
}

// Through the history, which may have to read an old state back and fail: then everything stays as it is.
void Document::step(const std::function<void()>& go) {
    try {
        go();
    } catch (const std::exception& e) {
        Q_EMIT message(sentenceOf(e));
        return;
    }
    Q_EMIT changed(BuildMode::Rest);
}

void Document::jump(size_t position) {
    if (position == history_.position()) return;
    step([&] { history_.jump(position); });
}

void Document::undo() {
    if (!history_.canUndo()) return;
    step([&] { history_.undo(); });
}

void Document::redo() {
    if (!history_.canRedo()) return;
    step([&] { history_.redo(); });
}

void Document::setHistoryBudget(int64_t bytes) {
    historyBudget_ = bytes;
    history_.setBudget(bytes);
}

void Document::beginSaving() {
    history_.endMerge();
    savingAt_ = history_.position();
}

void Document::endSaving() {
    savedAt_ = savingAt_;
}

void Document::neverSaved() {
    savedAt_ = SIZE_MAX;
}

void Document::setBuilt(std::shared_ptr<const BuiltSite> site) {
    built_ = std::move(site);
    Q_EMIT builtChanged();
}

} // namespace thallos
