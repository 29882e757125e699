#include "app/session.h"

#include <algorithm>

#include <QCoreApplication>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/project/move.h"

namespace thallos {

bool belongs(const Project& project, const Item& item, Verb verb) {
    if (std::holds_alternative<Group>(item.body))
        return std::any_of(project.items.begin(), project.items.end(),
                           [&](const auto& i) { return i->group == item.id && belongs(project, *i, verb); });
    switch (verb) {
    case Verb::Seat:
        return std::holds_alternative<Building>(item.body) || std::holds_alternative<Figure>(item.body) ||
               std::holds_alternative<Mark>(item.body);
    case Verb::Shape:
        return std::holds_alternative<BuildingPad>(item.body) || std::holds_alternative<Water>(item.body);
    case Verb::Plant:
        return std::holds_alternative<Drift>(item.body) || std::holds_alternative<Planting>(item.body) ||
               std::holds_alternative<Clearing>(item.body) || std::holds_alternative<Climber>(item.body);
    default:
        return std::holds_alternative<Shot>(item.body);
    }
}

Session::Session(QObject* parent)
    : QObject(parent), history_(newProject({100, 100}, 0.5f, "Untitled site")),
      autosaving_(std::make_shared<Autosaving>()) {
    sessionName_ = newSessionName();
    sessionLock_ = lockSession(stateFolder() / "recovery", sessionName_);
    autosave_.setSingleShot(true);
    autosave_.setInterval(20000);
    connect(&autosave_, &QTimer::timeout, this, &Session::autosave);
    viewTimer_.setSingleShot(true);
    viewTimer_.setInterval(600);
    lookTimer_.setSingleShot(true);
    lookTimer_.setInterval(25);
    connect(&lookTimer_, &QTimer::timeout, this, [this] {
        if (!std::exchange(lookWaits_, false)) return;
        lookTimer_.start();
        Q_EMIT viewChanged();
    });
    connect(&viewTimer_, &QTimer::timeout, this, &Session::settleView);
    if (const auto shots = itemsOf<Shot>(project()); !shots.empty()) shot_ = shots.front()->id;
    views_ = {{shot_, std::nullopt}};
}

Session::~Session() {
    if (writer_.joinable()) writer_.join();
    if (saver_.joinable()) saver_.join();
    unlockSession(sessionLock_, stateFolder() / "recovery", sessionName_);
}

void Session::changed(Haste haste) {
    if (std::any_of(chosen_.begin(), chosen_.end(), [this](Id id) { return !item(id); })) chooseAll(allChosen());
    if (!shotItem()) {
        const auto shots = itemsOf<Shot>(project());
        shot_ = shots.empty() ? Id{} : shots.front()->id;
        camera_.reset();
        Q_EMIT viewChanged();
        Q_EMIT shotChanged();
    }
    updateLeftOut();
    if (!autosave_.isActive()) autosave_.start();
    Q_EMIT projectChanged(haste);
}

void Session::edit(const QString& name, Project project, const QString& mergeKey, Haste haste) {
    const size_t before = history_.position();
    if (built_) project = carrying(project, *built_->library);
    if (project == history_.now()) return;
    history_.commit(name.toStdString(), std::move(project), mergeKey.toStdString());
    for (size_t* at : {&savedAt_, &savingAt_}) {
        // A new branch after an undo past the saved state can never be that state again.
        if (*at != SIZE_MAX && history_.position() <= *at && before < *at) *at = SIZE_MAX;
        if (*at == history_.position()) *at = SIZE_MAX; // joined into the saved step
    }
    changed(haste);
}

void Session::endEdit() {
    history_.endMerge();
    Q_EMIT projectChanged(Haste::Rest);
}

void Session::abandonEdit() {
    step([&] { history_.abandon(); });
}

// Through the history, which may have to read an old state back and fail: then everything stays as it is.
void Session::step(const std::function<void()>& go) {
    try {
        go();
    } catch (const std::exception& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    changed(Haste::Rest);
}

void Session::jump(size_t position) {
    if (position == history_.position()) return;
    step([&] { history_.jump(position); });
}

void Session::undo() {
    if (!history_.canUndo()) return;
    step([&] { history_.undo(); });
}

void Session::redo() {
    if (!history_.canRedo()) return;
    step([&] { history_.redo(); });
}

void Session::reset(Project project, const std::filesystem::path& file, bool later) {
    finishSaving();
    dropRecovery();
    later_ = later;
    history_ = History(std::move(project), historyBudget_);
    file_ = file;
    lock_ = WriterLock();
    if (!file.empty()) lock_ = WriterLock(file);
    savedAt_ = 0;
    chosen_.clear();
    specimen_ = -1;
    hidden_.clear();
    nearCut_ = 0;
    part_.reset();
    held_ = false;
    camera_.reset();
    built_.reset();
    const auto shots = itemsOf<Shot>(history_.now());
    shot_ = shots.empty() ? Id{} : shots.front()->id;
    views_ = {{shot_, std::nullopt}};
    viewAt_ = 0;
    updateLeftOut();
    Q_EMIT refiningChanged();
    Q_EMIT fileChanged();
    ++choices_;
    Q_EMIT chosenChanged();
    Q_EMIT viewChanged();
    Q_EMIT shotChanged();
    Q_EMIT projectChanged(Haste::Rest);
    if (readOnly() && !later)
        Q_EMIT message(tr("%1 is open elsewhere: it can be looked at, and saved under another name.")
                           .arg(QString::fromStdString(file.filename().string())));
}

bool Session::isChosen(Id id) const {
    for (const Item* i = item(id); i; i = item(i->group))
        if (std::find(chosen_.begin(), chosen_.end(), i->id) != chosen_.end()) return true;
    return false;
}

bool Session::chosenHere() const {
    return chosenIn_ == verb_ || std::all_of(chosen_.begin(), chosen_.end(), [this](Id id) {
               const Item* i = item(id);
               return i && belongs(project(), *i, verb_);
           });
}

void Session::choose(Id id) {
    chooseAll(id ? std::vector<Id>{id} : std::vector<Id>{});
}

void Session::chooseAll(std::vector<Id> ids) {
    std::vector<Id> kept;
    for (const Id id : ids)
        if (item(id) && std::find(kept.begin(), kept.end(), id) == kept.end()) kept.push_back(id);
    chosenIn_ = verb_;
    if (kept == chosen_ && specimen_ < 0) return;
    chosen_ = std::move(kept);
    specimen_ = -1;
    ++choices_;
    Q_EMIT chosenChanged();
}

int Session::specimen() const {
    const auto* p = chosen_.size() == 1 ? bodyOf<Planting>(chosenItem()) : nullptr;
    return p && specimen_ < static_cast<int>(p->specimens.size()) ? specimen_ : -1;
}

void Session::chooseSpecimen(Id planting, int index) {
    chosenIn_ = verb_;
    if (chosen_ == std::vector<Id>{planting} && specimen_ == index) return;
    chosen_ = {planting};
    specimen_ = index;
    ++choices_;
    Q_EMIT chosenChanged();
}

std::vector<Id> Session::choosables(const std::vector<Id>& under) const {
    std::vector<Id> free, out;
    for (const Id id : under)
        if (const Item* i = item(id); i && !fixed(project(), *i)) free.push_back(id);
    std::stable_partition(free.begin(), free.end(), [&](Id id) { return belongs(project(), *item(id), verb_); });
    for (const Id id : free) {
        std::vector<Id> chain;
        for (const Item* i = item(id); i; i = item(i->group)) chain.push_back(i->id);
        for (auto c = chain.rbegin(); c != chain.rend(); ++c)
            if (std::find(out.begin(), out.end(), *c) == out.end()) out.push_back(*c);
    }
    return out;
}

Id Session::choosable(const std::vector<Id>& under) const {
    const std::vector<Id> all = choosables(under);
    return all.empty() ? Id{} : all.front();
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
    // A copy stands for itself unless its group is copied too; withCopies() sees to that.
    if (const int one = specimen(); one >= 0 && !copied.empty()) {
        Item single = *copied.front();
        auto& list = std::get<Planting>(single.body).specimens;
        list = {list[static_cast<size_t>(one)]};
        copied = {std::make_shared<const Item>(std::move(single))};
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
    // A single plant joins the planting that is chosen.
    const auto* plant = copied_.size() == 1 ? bodyOf<Planting>(copied_.front().get()) : nullptr;
    const Item* into = chosenItem();
    if (plant && plant->specimens.size() == 1 && bodyOf<Planting>(into) && !fixed(project(), *into)) {
        Specimen s = plant->specimens.front();
        s.at += by;
        const Id id = into->id;
        editItem(name, id, [&](Item& i) { std::get<Planting>(i.body).specimens.push_back(s); });
        chooseSpecimen(id, static_cast<int>(bodyOf<Planting>(item(id))->specimens.size()) - 1);
        return;
    }
    std::vector<Id> copies;
    Project next = withCopies(project(), copied_, by, built_ && by != V2f(0) ? &built_->natural : nullptr, &copies);
    if (copies.empty()) {
        Q_EMIT message(tr("What was copied goes with a building or a tree: copy it together with that."));
        return;
    }
    try {
        check(next);
    } catch (const Error& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    edit(name, std::move(next));
    chooseAll(std::move(copies));
}

void Session::editChosen(const QString& name, const std::function<void(Item&)>& change, const QString& mergeKey,
                         Haste haste) {
    Project next = project();
    const Item* locked = nullptr;
    bool any = false;
    for (const Id id : chosenLeaves()) {
        Item copy = *item(id);
        if (fixed(project(), copy)) {
            locked = item(id);
            continue;
        }
        any = true;
        change(copy);
        next = replaced(next, copy);
    }
    if (locked && !any) {
        Q_EMIT message(lockedText(*locked));
        return;
    }
    try {
        check(next);
    } catch (const Error& e) {
        Q_EMIT message(QString::fromUtf8(e.what()));
        return;
    }
    edit(name, std::move(next), mergeKey, haste);
}

QString Session::lockedText(const Item& item) const {
    return tr("“%1” is locked. Unlock it first, in the list or with %2.")
        .arg(QString::fromStdString(item.name), keyOf("items.lock"));
}

void Session::updateLeftOut() {
    std::vector<Id> out;
    if (const auto* s = bodyOf<Shot>(shotItem())) out = leaves(project(), s->hidden);
    out.insert(out.end(), hidden_.begin(), hidden_.end());
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    if (out == leftOut_) return;
    leftOut_ = std::move(out);
    Q_EMIT showingChanged();
}

void Session::hide(const std::vector<Id>& ids) {
    for (const Id id : leaves(project(), ids))
        if (!hidden(id)) hidden_.push_back(id);
    updateLeftOut();
}

void Session::showOnly(const std::vector<Id>& ids) {
    const std::vector<Id> kept = leaves(project(), ids);
    hidden_.clear();
    for (const auto& item : project().items) {
        const Body& b = item->body;
        const bool hides = !std::holds_alternative<Shot>(b) && !std::holds_alternative<BuildingPad>(b) &&
                           !std::holds_alternative<Mark>(b) && !std::holds_alternative<Group>(b);
        if (hides && std::find(kept.begin(), kept.end(), item->id) == kept.end()) hidden_.push_back(item->id);
    }
    updateLeftOut();
}

void Session::showAll() {
    hidden_.clear();
    planting_ = true;
    updateLeftOut();
    Q_EMIT showingChanged();
}

bool Session::hidden(Id leaf) const {
    return std::find(hidden_.begin(), hidden_.end(), leaf) != hidden_.end();
}

bool Session::seen(const Item& item) const {
    return shown(project(), item) && !std::binary_search(leftOut_.begin(), leftOut_.end(), item.id);
}

void Session::setNeutral(bool neutral) {
    if (std::exchange(neutral_, neutral) != neutral) Q_EMIT showingChanged();
}

void Session::setPart(const std::optional<Box2f>& part) {
    if (std::exchange(part_, part) != part) Q_EMIT refiningChanged();
}

void Session::setHeld(bool held) {
    if (std::exchange(held_, held) != held) Q_EMIT refiningChanged();
}

void Session::setPlanting(bool shown) {
    if (std::exchange(planting_, shown) != shown) Q_EMIT showingChanged();
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

Camera Session::camera() const {
    const Shot* s = bodyOf<Shot>(shotItem());
    Camera c = camera_ ? *camera_ : s ? s->camera : Camera();
    c.nearCut = nearCut_;
    return c;
}

Shot Session::view() const {
    Shot s = shot();
    s.camera = camera();
    return s;
}

void Session::showShot(Id id) {
    if (!bodyOf<Shot>(find(project(), id))) return;
    settleView();
    shot_ = id;
    camera_.reset();
    updateLeftOut();
    Q_EMIT viewChanged();
    Q_EMIT shotChanged();
    settleView();
}

void Session::look(const Camera& camera) {
    const bool first = !camera_;
    camera_ = camera;
    camera_->nearCut = 0;
    viewTimer_.start();
    if (lookTimer_.isActive() && !first) {
        lookWaits_ = true;
        return;
    }
    lookTimer_.start();
    Q_EMIT viewChanged();
}

void Session::setNearCut(float metres) {
    nearCut_ = std::clamp(metres, 0.0f, 1000.0f);
    Q_EMIT viewChanged();
}

void Session::settleView() {
    viewTimer_.stop();
    const View now{shot_, camera_};
    if (views_[viewAt_] == now) return;
    views_.resize(viewAt_ + 1);
    views_.push_back(now);
    if (views_.size() > 200) views_.erase(views_.begin());
    viewAt_ = views_.size() - 1;
}

bool Session::canLookBack() const {
    return viewAt_ > 0 || !(views_[viewAt_] == View{shot_, camera_});
}

void Session::lookBack() {
    settleView();
    if (viewAt_ > 0) showView(views_[--viewAt_]);
}

void Session::lookForward() {
    settleView();
    if (canLookForward()) showView(views_[++viewAt_]);
}

void Session::showView(const View& view) {
    if (item(view.shot)) shot_ = view.shot;
    camera_ = view.camera;
    updateLeftOut();
    Q_EMIT viewChanged();
    Q_EMIT shotChanged();
}

void Session::keepLook() {
    if (!camera_) return;
    const Camera camera = *camera_;
    camera_.reset();
    editShot(tr("Keep view"), [&](Shot& s) { s.camera = camera; });
    settleView();
    Q_EMIT viewChanged();
}

void Session::dropLook() {
    if (!camera_) return;
    settleView();
    camera_.reset();
    Q_EMIT viewChanged();
    settleView();
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
