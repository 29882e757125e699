// The open project with its history, what is chosen, and the working copy of the view. Lives on the interface thread.
#pragma once

#include <filesystem>
#include <functional>
#include <memory>
#include <optional>
#include <thread>

#include <QObject>
#include <QTimer>

#include "core/project/built_site.h"
#include "core/project/history.h"
#include "core/project/store.h"

namespace thallos {

enum class Verb { Seat, Shape, Plant, Light, Frame, Finish };
inline constexpr int kVerbs = 6;
// Whether the item is one of those the verb works on.
bool belongs(const Item& item, Verb verb);

struct Autosaving;

class Session : public QObject {
    Q_OBJECT
public:
    explicit Session(QObject* parent = nullptr);
    ~Session() override;

    const Project& project() const { return history_.now(); }
    const History& history() const { return history_; }
    // One step of history; with the same key as the last it joins that step.
    void edit(const QString& name, Project project, const QString& mergeKey = {}, Haste haste = Haste::Rest);
    // The drag or stroke is over: build at rest, and start a new step next time.
    void endEdit();
    void undo();
    void redo();

    // Files. Each throws Error.
    void create(const Project& project);
    void open(const std::filesystem::path& file);
    void recover(const Recovery& recovery);
    void save();
    void saveAs(const std::filesystem::path& file);
    const std::filesystem::path& file() const { return file_; }
    // Open elsewhere, or made by a later version: may be looked at and saved under another name.
    bool readOnly() const { return later_ || (!file_.empty() && !lock_.held()); }
    bool unsaved() const { return savedAt_ != history_.position(); }
    void dropRecovery();
    // Writes unsaved work to the recovery file, aside; happens by itself some seconds after an edit.
    void autosave();

    // What is chosen, in the order of choosing; the last is the one whose values are shown.
    const std::vector<Id>& allChosen() const { return chosen_; }
    Id chosen() const { return chosen_.empty() ? Id{} : chosen_.back(); }
    bool isChosen(Id id) const;
    const Item* item(Id id) const { return find(project(), id); }
    const Item* chosenItem() const { return item(chosen()); }
    void choose(Id id);                  // alone; none: nothing
    void chooseAll(std::vector<Id> ids); // these and no others
    // Of things one behind the other the nearest that is not locked, of the verb's own kinds if there is one.
    Id choosable(const std::vector<Id>& under) const;
    // Added to what is chosen, or taken away from it.
    void chooseAlso(Id id);
    // Copies wait here, also for another project.
    void copyChosen(); // with the pads of chosen buildings
    bool canPaste() const { return !copied_.empty(); }
    // Moved so that their middle comes to `at`; without one, in place, or beside what they would cover.
    void paste(const QString& name, const std::optional<V2f>& at, bool beside = false);
    // Changes every chosen item that is not locked: one step.
    void editChosen(const QString& name, const std::function<void(Item&)>& change);
    Verb verb() const { return verb_; }
    void setVerb(Verb verb);

    // The shot shown, and its camera as moved by looking around.
    Id shotId() const { return shot_; }
    const Item* shotItem() const { return find(project(), shot_); }
    Shot shot() const; // with the working camera
    void showShot(Id id);
    void look(const Camera& camera); // not in history
    bool looking() const { return camera_.has_value(); }
    void keepLook(); // into the shot: a step of history
    void dropLook();
    // Changes the shown shot: one step.
    void editShot(const QString& name, const std::function<void(Shot&)>& change, const QString& mergeKey = {});
    void editItem(const QString& name, Id id, const std::function<void(Item&)>& change, const QString& mergeKey = {},
                  Haste haste = Haste::Rest);

    // The newest build of the site, from the engine; may lag behind project().
    const std::shared_ptr<const BuiltSite>& built() const { return built_; }
    void setBuilt(std::shared_ptr<const BuiltSite> site);

signals:
    void projectChanged(Haste haste);
    void chosenChanged();
    void verbChanged();
    void viewChanged(); // other shot or moved camera
    void fileChanged();
    void builtChanged();
    void message(const QString& sentence); // something the user should know

private:
    void reset(Project project, const std::filesystem::path& file, bool later = false);
    void changed(Haste haste);

    History history_;
    std::filesystem::path file_;
    WriterLock lock_;
    bool later_ = false;
    size_t savedAt_ = 0; // position in the history that is on disk; SIZE_MAX: none
    std::vector<std::shared_ptr<const Item>> copied_;
    std::vector<Id> chosen_; // no id twice, none that is not there
    Id shot_;
    Verb verb_ = Verb::Seat;
    std::optional<Camera> camera_;
    std::shared_ptr<const BuiltSite> built_;
    QTimer autosave_;
    std::string sessionName_;
    // Writes a snapshot aside; what it wrote is dropped when the project was saved meanwhile.
    std::thread writer_;
    std::shared_ptr<Autosaving> autosaving_;
};

} // namespace thallos
