// The open project with its history, what is chosen, what is shown, and the working copy of the view. Lives on the
// interface thread.
#pragma once

#include <atomic>
#include <filesystem>
#include <functional>
#include <memory>
#include <mutex>
#include <optional>

#include <QObject>
#include <QTimer>

#include "app/task.h"
#include "core/project/built_site.h"
#include "core/project/history.h"
#include "core/project/recovery.h"
#include "core/project/snap.h"
#include "core/project/store.h"
#include "core/trace/scene.h"

namespace thallos {

enum class Verb { Seat, Shape, Plant, Light, Frame, Finish };
inline constexpr int kVerbs = 6;
// Whether the item is one of those the verb works on; a group belongs where something that it holds does.
bool belongs(const Project& project, const Item& item, Verb verb);

// How hands move things: kept with the window's settings, not in the document.
struct HandSettings {
    SnapSettings snap;
    bool snapping = true;
    bool ownAxes = false; // along and across the thing instead of east and north
    float step = 0.5f;    // metres of an arrow key
};

// Between the interface's thread and the one that writes the recovery file.
struct Autosaving {
    std::mutex mutex;
    bool wanted = false;           // the project still has unsaved changes
    std::atomic<bool> busy{false}; // it is being written
};

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
    // It is given up: as if it had not been begun.
    void abandonEdit();
    void undo();
    void redo();
    void jump(size_t position);

    // Files. Each throws Error.
    void create(const Project& project);
    void open(const std::filesystem::path& file);
    void recover(const Recovery& recovery);
    void save();
    void saveAs(const std::filesystem::path& file);
    // The same aside, while work goes on; saved() or message() follows. An empty path saves in place.
    void startSaving(const std::filesystem::path& file);
    void startSavingCopy(const std::filesystem::path& file); // the project keeps its file
    bool saving() const { return saving_; }
    void finishSaving(); // waits for it
    const std::filesystem::path& file() const { return file_; }
    // Open elsewhere, or made by a later version: may be looked at and saved under another name.
    bool readOnly() const { return later_ || (!file_.empty() && !lock_.held()); }
    bool unsaved() const { return savedAt_ != history_.position(); }
    void dropRecovery();
    // Writes unsaved work to the recovery file, aside; happens by itself some seconds after an edit.
    void autosave();
    void setAutosave(int seconds);
    void setHistoryBudget(int64_t bytes);

    // What is chosen, in the order of choosing; the last is the one whose values are shown. Groups stand for what they
    // hold.
    const std::vector<Id>& allChosen() const { return chosen_; }
    std::vector<Id> chosenLeaves() const { return leaves(project(), chosen_); }
    uint64_t choices() const { return choices_; } // how often something else was chosen
    Id chosen() const { return chosen_.empty() ? Id{} : chosen_.back(); }
    bool isChosen(Id id) const; // itself or by a group around it
    // What is chosen was chosen in this verb or is in its list: commands that take things away keep off what was chosen
    // long ago elsewhere.
    bool chosenHere() const;
    const Item* item(Id id) const { return find(project(), id); }
    const Item* chosenItem() const { return item(chosen()); }
    void choose(Id id);                  // alone; none: nothing
    void chooseAll(std::vector<Id> ids); // these and no others
    // Of the planting that alone is chosen, the one specimen meant; -1: all of it.
    int specimen() const;
    void chooseSpecimen(Id planting, int index);
    // Of things one behind the other those that a click may choose, in that order: not locked, the verb's own kinds
    // before others, a group before what it holds.
    std::vector<Id> choosables(const std::vector<Id>& under) const;
    Id choosable(const std::vector<Id>& under) const; // the first; none
    // Added to what is chosen, or taken away from it.
    void chooseAlso(Id id);
    // Copies wait here, also for another project.
    void copyChosen(); // with the pads of chosen buildings
    bool canPaste() const { return !copied_.empty(); }
    // Moved so that their middle comes to `at`; without one, in place, or beside what they would cover.
    void paste(const QString& name, const std::optional<V2f>& at, bool beside = false);
    // Changes every chosen item that is not locked: one step. Groups: what they hold.
    void editChosen(const QString& name, const std::function<void(Item&)>& change, const QString& mergeKey = {},
                    Haste haste = Haste::Rest);
    QString lockedText(const Item& item) const; // why it refuses a change
    Verb verb() const { return verb_; }
    void setVerb(Verb verb);

    // Shown for working: neither saved nor in history.
    void hide(const std::vector<Id>& ids);
    void showOnly(const std::vector<Id>& ids); // of the kinds that can be hidden: all but shots, pads and marks
    void showAll();
    bool hidden(Id leaf) const;        // for working
    bool seen(const Item& item) const; // by its eye, in this shot and for working
    bool anyHidden() const { return !hidden_.empty(); }
    bool neutral() const { return neutral_; }
    void setNeutral(bool neutral);
    // The part of the picture that is refined alone, 0..1 from its upper left; none: all of it.
    const std::optional<Box2f>& part() const { return part_; }
    void setPart(const std::optional<Box2f>& part);
    bool held() const { return held_; } // it gets no samples
    void setHeld(bool held);
    bool planting() const { return planting_; }
    void setPlanting(bool shown);
    Showing showing() const { return {leftOut_, planting_, neutral_}; } // with what the shot leaves out

    // The shot shown, and its camera as moved by looking around.
    Id shotId() const { return shot_; }
    const Item* shotItem() const { return find(project(), shot_); }
    Shot shot() const;     // with the working camera
    Shot view() const;     // the same with the near cut
    Camera camera() const; // of view(), cheap enough for every point that is drawn
    void showShot(Id id);
    void look(const Camera& camera); // not in history
    bool looking() const { return camera_.has_value(); }
    void keepLook(); // into the shot: a step of history
    void dropLook();
    void setNearCut(float metres);
    float nearCut() const { return nearCut_; }
    // Views that were rested at, like pages of a book.
    bool canLookBack() const;
    bool canLookForward() const { return viewAt_ + 1 < views_.size(); }
    void lookBack();
    void lookForward();
    // Changes the shown shot: one step.
    void editShot(const QString& name, const std::function<void(Shot&)>& change, const QString& mergeKey = {});
    void editItem(const QString& name, Id id, const std::function<void(Item&)>& change, const QString& mergeKey = {},
                  Haste haste = Haste::Rest);

    // The newest build of the site, from the engine; may lag behind project().
    const std::shared_ptr<const BuiltSite>& built() const { return built_; }
    void setBuilt(std::shared_ptr<const BuiltSite> site);
    // Its ground without pads; null before the first build.
    const HeightField* ground() const { return built_ ? &built_->natural : nullptr; }

    HandSettings hand;
    // The key of a command as it is now, to be named in hints; the window sets it.
    std::function<QString(const QString& command)> keyOf = [](const QString&) { return QString(); };
    void handChanged() { Q_EMIT handSettingsChanged(); }

signals:
    void projectChanged(Haste haste);
    void chosenChanged();
    void verbChanged();
    void viewChanged(); // other shot or moved camera
    void shotChanged(); // other shot
    void showingChanged();
    void refiningChanged(); // which part, or held
    void handSettingsChanged();
    void fileChanged();
    void builtChanged();
    void saved(const QString& file);
    void savedCopy(const QString& file);
    void message(const QString& sentence); // something the user should know

private:
    struct View {
        Id shot;
        std::optional<Camera> camera;
        bool operator==(const View&) const = default;
    };
    void reset(Project project, const std::filesystem::path& file, bool later = false);
    void changed(Haste haste);
    void step(const std::function<void()>& go);
    void settleView();
    void showView(const View& view);
    void updateLeftOut();
    void write(const std::filesystem::path& file, bool fresh, const std::function<void()>& done);
    QString endSaving(); // a failure's sentence

    History history_;
    int64_t historyBudget_ = int64_t(1) << 30;
    std::filesystem::path file_;
    WriterLock lock_;
    bool later_ = false;
    // Positions in the history of what is on disk and of what is being written; SIZE_MAX: none.
    size_t savedAt_ = 0, savingAt_ = SIZE_MAX;
    std::vector<std::shared_ptr<const Item>> copied_;
    std::vector<Id> chosen_; // no id twice, none that is not there
    int specimen_ = -1;
    Verb chosenIn_ = Verb::Seat;
    uint64_t choices_ = 0;
    Id shot_;
    Verb verb_ = Verb::Seat;
    std::optional<Camera> camera_;
    float nearCut_ = 0;
    std::vector<View> views_;
    size_t viewAt_ = 0;
    QTimer viewTimer_;
    QTimer lookTimer_; // runs after a look was told: a hand moves the view more often than anybody can see
    bool lookWaits_ = false;
    std::vector<Id> hidden_;  // leaves
    std::vector<Id> leftOut_; // these and the shot's, in order
    bool neutral_ = false, planting_ = true;
    std::optional<Box2f> part_;
    bool held_ = false;
    std::shared_ptr<const BuiltSite> built_;
    QTimer autosave_;
    std::string sessionName_; // of the recovery files
    WriterLock sessionLock_;
    // Writes a snapshot aside; what it wrote is dropped when the project was saved meanwhile.
    Task writer_;
    std::shared_ptr<Autosaving> autosaving_;
    Task saver_;
    std::function<QString()> afterSaving_; // what the saver's result does here; a failure's sentence
    bool saving_ = false;
};

} // namespace thallos
