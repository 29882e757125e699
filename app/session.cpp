#include "app/session.h"

#include <algorithm>
#include <mutex>
#include <thread>

#include <QCoreApplication>
#include <QPointer>

#include "core/base/error.h"

namespace thallos {

namespace fs = std::filesystem;

// Between the interface's thread and the one that writes.
struct Autosaving {
    std::mutex mutex;
    bool wanted = false; // the project still has unsaved changes
};

static fs::path recoveryFolder() {
    return stateFolder() / "recovery";
}

bool belongs(const Item& item, Verb verb) {
    switch (verb) {
    case Verb::Seat:
        return std::holds_alternative<Building>(item.body) || std::holds_alternative<Figure>(item.body);
    case Verb::Shape:
        return std::holds_alternative<BuildingPad>(item.body) || std::holds_alternative<Water>(item.body);
    case Verb::Plant:
        return std::holds_alternative<Drift>(item.body) || std::holds_alternative<Planting>(item.body) ||
               std::holds_alternative<Clearing>(item.body);
    default:
        return std::holds_alternative<Shot>(item.body);
    }
}

Session::Session(QObject* parent)
    : QObject(parent), history_(newProject({100, 100}, 0.5f, "Untitled site")),
      autosaving_(std::make_shared<Autosaving>()) {
    sessionName_ = "session-" + std::to_string(QCoreApplication::applicationPid());
    autosave_.setSingleShot(true);
    autosave_.setInterval(20000);
    connect(&autosave_, &QTimer::timeout, this, &Session::autosave);
    if (const auto shots = itemsOf<Shot>(project()); !shots.empty()) shot_ = shots.front()->id;
}

Session::~Session() {
    if (writer_.joinable()) writer_.join();
}

void Session::changed(Haste haste) {
    if (std::any_of(chosen_.begin(), chosen_.end(), [this](Id id) { return !item(id); })) chooseAll(allChosen());
    if (!shotItem()) {
        const auto shots = itemsOf<Shot>(project());
        shot_ = shots.empty() ? Id{} : shots.front()->id;
        camera_.reset();
        Q_EMIT viewChanged();
    }
    if (!autosave_.isActive()) autosave_.start();
    Q_EMIT projectChanged(haste);
}

void Session::edit(const QString& name, Project project, const QString& mergeKey, Haste haste) {
    const size_t before = history_.position();
    if (project == history_.now()) return;
    history_.commit(name.toStdString(), std::move(project), mergeKey.toStdString());
    // A new branch after an undo past the saved state can never be that state again.
    if (savedAt_ != SIZE_MAX && history_.position() <= savedAt_ && before < savedAt_) savedAt_ = SIZE_MAX;
    if (savedAt_ == history_.position()) savedAt_ = SIZE_MAX; // joined into the saved step
    changed(haste);
}

void Session::endEdit() {
    history_.endMerge();
    Q_EMIT projectChanged(Haste::Rest);
}

void Session::undo() {
    if (!history_.canUndo()) return;
    history_.undo();
    changed(Haste::Rest);
}

void Session::redo() {
    if (!history_.canRedo()) return;
    history_.redo();
    changed(Haste::Rest);
}

void Session::reset(Project project, const fs::path& file, bool later) {
    dropRecovery();
    later_ = later;
    history_ = History(std::move(project));
    file_ = file;
    lock_ = WriterLock();
    if (!file.empty()) lock_ = WriterLock(file);
    savedAt_ = 0;
    chosen_.clear();
    camera_.reset();
    built_.reset();
    const auto shots = itemsOf<Shot>(history_.now());
    shot_ = shots.empty() ? Id{} : shots.front()->id;
    Q_EMIT fileChanged();
    Q_EMIT chosenChanged();
    Q_EMIT viewChanged();
    Q_EMIT projectChanged(Haste::Rest);
    if (readOnly() && !later)
        Q_EMIT message(tr("%1 is open elsewhere: it can be looked at, and saved under another name.")
                           .arg(QString::fromStdString(file.filename().string())));
}

void Session::create(const Project& project) {
    reset(project, {});
}

void Session::open(const fs::path& file) {
    LaterSchema schema;
    Project project = openProject(file, &schema);
    reset(std::move(project), file, schema.later);
    if (!schema.later) return;
    const QString name = QString::fromStdString(file.filename().string());
    QStringList missing;
    for (const std::string& item : schema.leftOut) missing += QString::fromStdString(item);
    Q_EMIT message(missing.isEmpty()
                       ? tr("%1 was made by a later version of Thallos: it can be looked at, and saved under another "
                            "name.")
                             .arg(name)
                       : tr("%1 was made by a later version of Thallos and is shown without %2: it can be looked at, "
                            "and saved under another name.")
                             .arg(name, missing.join(", ")));
}

void Session::recover(const Recovery& recovery) {
    Project project = openProject(recovery.file);
    reset(std::move(project), recovery.original);
    savedAt_ = SIZE_MAX;
    std::error_code ignored;
    fs::remove(recovery.file, ignored);
    fs::path note = recovery.file;
    note.replace_extension(".json");
    fs::remove(note, ignored);
    autosave();
    Q_EMIT fileChanged();
}

void Session::save() {
    if (readOnly())
        throw Error(Error::Kind::Unwritable, later_ ? "was made by a later version" : "is open elsewhere",
                    file_.string(), "save under another name");
    saveProject(project(), file_);
    savedAt_ = history_.position();
    history_.endMerge();
    dropRecovery();
    Q_EMIT fileChanged();
}

void Session::saveAs(const fs::path& file) {
    saveProjectAs(project(), file);
    file_ = file;
    later_ = false;
    lock_ = WriterLock(file);
    savedAt_ = history_.position();
    history_.endMerge();
    dropRecovery();
    Q_EMIT fileChanged();
}

void Session::autosave() {
    if (!unsaved()) return;
    // A snapshot is a value: it is written aside while work goes on.
    if (writer_.joinable()) writer_.join(); // long done: it started at the last interval
    {
        const std::lock_guard lock(autosaving_->mutex);
        autosaving_->wanted = true;
    }
    QPointer<Session> self(this);
    writer_ = std::thread([self, shared = autosaving_, project = project(), name = sessionName_, original = file_] {
        QString failure;
        try {
            writeRecovery(project, recoveryFolder(), name, original);
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        {
            const std::lock_guard lock(shared->mutex);
            if (!shared->wanted) thallos::dropRecovery(recoveryFolder(), name);
        }
        if (!failure.isEmpty() && qApp)
            QMetaObject::invokeMethod(qApp, [self, failure] {
                if (self) Q_EMIT self->message(failure);
            });
    });
}

void Session::dropRecovery() {
    const std::lock_guard lock(autosaving_->mutex);
    autosaving_->wanted = false;
    thallos::dropRecovery(recoveryFolder(), sessionName_);
}

bool Session::isChosen(Id id) const {
    return std::find(chosen_.begin(), chosen_.end(), id) != chosen_.end();
}

void Session::choose(Id id) {
    chooseAll(id ? std::vector<Id>{id} : std::vector<Id>{});
}

void Session::chooseAll(std::vector<Id> ids) {
    std::vector<Id> kept;
    for (const Id id : ids)
        if (item(id) && std::find(kept.begin(), kept.end(), id) == kept.end()) kept.push_back(id);
    if (kept == chosen_) return;
    chosen_ = std::move(kept);
    Q_EMIT chosenChanged();
}

Id Session::choosable(const std::vector<Id>& under) const {
    Id other;
    for (const Id id : under) {
        const Item* i = item(id);
        if (!i || i->locked) continue;
        if (belongs(*i, verb_)) return id;
        if (!other) other = id;
    }
    return other;
}

void Session::chooseAlso(Id id) {
    std::vector<Id> ids = chosen_;
    if (std::erase(ids, id) == 0) ids.push_back(id);
    chooseAll(std::move(ids));
}

void Session::copyChosen() {
    std::vector<std::shared_ptr<const Item>> copied;
    auto take = [&](Id id) {
        for (const auto& i : project().items)
            if (i->id == id && std::find(copied.begin(), copied.end(), i) == copied.end()) copied.push_back(i);
    };
    for (const Id id : chosen_) {
        take(id);
        for (const Item* d : dependents(project(), id)) take(d->id);
    }
    if (!copied.empty()) copied_ = std::move(copied);
}

void Session::paste(const QString& name, const std::optional<V2f>& at, bool beside) {
    if (copied_.empty()) return;
    Box2f box;
    for (const auto& i : copied_) box.extendBy(extent(*i));
    V2f by(0);
    if (at && !box.isEmpty())
        by = *at - box.center();
    else if (beside)
        by = V2f(box.isEmpty() ? 2 : std::clamp(box.size().x, 1.0f, 20.0f) + 0.5f, 0);
    std::vector<Id> copies;
    Project next = withCopies(project(), copied_, by, built_ && by != V2f(0) ? &built_->natural : nullptr, &copies);
    try {
        check(next);
    } catch (const Error& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    edit(name, std::move(next));
    chooseAll(std::move(copies));
}

void Session::editChosen(const QString& name, const std::function<void(Item&)>& change) {
    Project next = project();
    for (const Id id : chosen_) {
        Item copy = *item(id);
        if (copy.locked) continue;
        change(copy);
        next = replaced(next, copy);
    }
    try {
        check(next);
    } catch (const Error& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    edit(name, std::move(next));
}

void Session::setVerb(Verb verb) {
    if (verb_ == verb) return;
    verb_ = verb;
    Q_EMIT verbChanged();
}

Shot Session::shot() const {
    const Shot* s = bodyOf<Shot>(shotItem());
    Shot out = s ? *s : Shot();
    if (camera_) out.camera = *camera_;
    return out;
}

void Session::showShot(Id id) {
    if (!bodyOf<Shot>(find(project(), id))) return;
    shot_ = id;
    camera_.reset();
    Q_EMIT viewChanged();
}

void Session::look(const Camera& camera) {
    camera_ = camera;
    Q_EMIT viewChanged();
}

void Session::keepLook() {
    if (!camera_) return;
    const Camera camera = *camera_;
    camera_.reset();
    editShot(tr("Keep view"), [&](Shot& s) { s.camera = camera; });
    Q_EMIT viewChanged();
}

void Session::dropLook() {
    if (!camera_) return;
    camera_.reset();
    Q_EMIT viewChanged();
}

void Session::editItem(const QString& name, Id id, const std::function<void(Item&)>& change, const QString& mergeKey,
                       Haste haste) {
    const Item* item = find(project(), id);
    if (!item) return;
    Item copy = *item;
    change(copy);
    Project next = replaced(project(), copy);
    try {
        check(next);
    } catch (const Error& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    edit(name, std::move(next), mergeKey, haste);
}

void Session::editShot(const QString& name, const std::function<void(Shot&)>& change, const QString& mergeKey) {
    editItem(
        name, shot_, [&](Item& i) { change(std::get<Shot>(i.body)); }, mergeKey);
}

void Session::setBuilt(std::shared_ptr<const BuiltSite> site) {
    built_ = std::move(site);
    Q_EMIT builtChanged();
}

} // namespace thallos
