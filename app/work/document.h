// The open project with its history, and the newest build of its site. Lives on the interface thread.
#pragma once

#include <functional>
#include <memory>

#include <QObject>

#include "core/project/built_site.h"
#include "core/project/history.h"

namespace thallos {

class Document : public QObject {
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);

    const Project& project() const { return history_.now(); }
    const History& history() const { return history_; }
    const Item* item(Id id) const { return find(project(), id); }

    // Another project instead, with a history of its own.
    void reset(Project project);

    // One step of history; with the same key as the last it joins that step.
    void edit(const QString& name, Project project, const QString& mergeKey = {}, BuildMode mode = BuildMode::Rest);
    // Changes one item, when check() lets it; else message() tells why not.
    void editItem(const QString& name, Id id, const std::function<void(Item&)>& change, const QString& mergeKey = {},
                  BuildMode mode = BuildMode::Rest);
    // Changes all that are not locked (groups: what they hold), likewise in one step. Returns one that is locked when
    // all of them are, and changes nothing.
    const Item* editItems(const QString& name, const std::vector<Id>& ids, const std::function<void(Item&)>& change,
                          const QString& mergeKey = {}, BuildMode mode = BuildMode::Rest);
    // The project, when check() lets it; else message() tells why not.
    void editChecked(const QString& name, Project project, const QString& mergeKey = {},
                     BuildMode mode = BuildMode::Rest);
    // The drag or stroke is over: build at rest, and start a new step next time.
    void endEdit();
    // It is given up: as if it had not been begun.
    void abandonEdit();
    void undo();
    void redo();
    void jump(size_t position);
    void setHistoryBudget(int64_t bytes);

    // What is on disk is a position in the history.
    bool unsaved() const { return savedAt_ != history_.position(); }
    void beginSaving(); // what is written is the project as it is now
    void endSaving();   // and it is on disk
    void neverSaved();  // what is open is on no disk

    // The newest build of the site, from the engine; may lag behind project(). Null before the first.
    const std::shared_ptr<const BuiltSite>& built() const { return built_; }
    void setBuilt(std::shared_ptr<const BuiltSite> site);
    // Its ground without pads; null before the first build.
    const HeightField* ground() const { return built_ ? &built_->land.natural : nullptr; }

signals:
    void replaced(); // by another project; changed() follows
    void changed(thallos::BuildMode mode);
    void builtChanged();
    void message(const QString& sentence);

private:
    void step(const std::function<void()>& go);

    History history_;
    int64_t historyBudget_ = int64_t(1) << 30;
    // Positions in the history of what is on disk and of what is being written; SIZE_MAX: none.
    size_t savedAt_ = 0, savingAt_ = SIZE_MAX;
    std::shared_ptr<const BuiltSite> built_;
};

} // namespace thallos
