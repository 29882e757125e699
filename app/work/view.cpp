#include "app/work/view.h"

#include <algorithm>
#include <set>

#include "core/project/kinds/kind.h"

namespace thallos {

View::View(Document& document, QObject* parent) : QObject(parent), document_(document) {
    settleTimer_.setSingleShot(true);
    settleTimer_.setInterval(600);
    connect(&settleTimer_, &QTimer::timeout, this, &View::settle);
    lookTimer_.setSingleShot(true);
    lookTimer_.setInterval(25);
    connect(&lookTimer_, &QTimer::timeout, this, [this] {
        if (!std::exchange(lookWaits_, false)) return;
        lookTimer_.start();
        Q_EMIT changed();
    });
    connect(&document_, &Document::replaced, this, &View::reset);
    connect(&document_, &Document::changed, this, &View::follow);
    connect(&document_, &Document::changed, this, [this] { setPreview(nullptr); });
    showFirstShot();
    views_ = {{shot_, std::nullopt}};
}

void View::showFirstShot() {
    const auto shots = itemsOf<Shot>(document_.project());
    shot_ = shots.empty() ? Id{} : shots.front()->id;
    camera_.reset();
}

void View::reset() {
    hidden_.clear();
    parts_.clear();
    highlight_.clear();
    nearCut_ = 0;
    part_.reset();
    held_ = false;
    showFirstShot();
    views_ = {{shot_, std::nullopt}};
    viewAt_ = 0;
    updateLeftOut();
    Q_EMIT refiningChanged();
    Q_EMIT changed();
    Q_EMIT shotChanged();
}

void View::follow() {
    if (!shotItem()) {
        showFirstShot();
        Q_EMIT changed();
        Q_EMIT shotChanged();
    }
    updateLeftOut();
}

void View::updateLeftOut() {
    std::vector<Id> out;
    if (const auto* s = bodyOf<Shot>(shotItem())) out = leaves(document_.project(), s->hidden);
    out.insert(out.end(), hidden_.begin(), hidden_.end());
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    if (out == leftOut_) return;
    leftOut_ = std::move(out);
    Q_EMIT visibilityChanged();
}

void View::hide(const std::vector<Id>& ids) {
    for (const Id id : leaves(document_.project(), ids)) hidden_.insert(id);
    isolated_ = false;
    updateLeftOut();
}

void View::showOnly(const std::vector<Id>& ids) {
    hidden_.clear();
    parts_.clear();
    for (const auto& item : document_.project().items)
        if (withKind(item->body, [](const auto& kind, const auto&) { return kind.inPicture.value; }))
            hidden_.insert(item->id);
    for (const Id id : leaves(document_.project(), ids)) hidden_.erase(id);
    isolated_ = true;
    updateLeftOut();
}

void View::hideParts(Id building, const std::vector<int>& parts) {
    const auto* b = bodyOf<Building>(document_.item(building));
    if (!b || parts.empty()) return;
    const std::vector<std::string> keys = partKeys(*b->model);
    parts_.push_back({building, {}});
    for (const int p : parts) parts_.back().names.push_back(keys[static_cast<size_t>(p)]);
    Q_EMIT visibilityChanged();
}

void View::showOnlyParts(Id building, const std::vector<int>& parts) {
    const auto* b = bodyOf<Building>(document_.item(building));
    if (!b) return;
    parts_.clear();
    std::vector<int> others;
    for (int p = 0; p < static_cast<int>(b->model->parts.size()); ++p)
        if (std::find(parts.begin(), parts.end(), p) == parts.end()) others.push_back(p);
    showOnly({building});
    hideParts(building, others);
}

void View::setHighlight(std::vector<V3f> corners) {
    if (corners.empty() && highlight_.empty()) return;
    highlight_ = std::move(corners);
    Q_EMIT highlightChanged();
}

void View::setPreview(std::shared_ptr<const Item> item) {
    if (item == preview_) return;
    preview_ = std::move(item);
    Q_EMIT previewChanged();
}

Visibility View::visibility() const {
    Visibility out{leftOut_, planting_, neutral_};
    for (const HiddenParts& h : parts_) {
        const auto* b = bodyOf<Building>(document_.item(h.building));
        if (!b) continue;
        const std::set<std::string> names(h.names.begin(), h.names.end());
        const std::vector<std::string> keys = partKeys(*b->model);
        out.hiddenParts.push_back({h.building, {}});
        for (size_t i = 0; i < keys.size(); ++i)
            if (names.count(keys[i])) out.hiddenParts.back().parts.push_back(static_cast<int>(i));
    }
    return out;
}

void View::showHidden() {
    hidden_.clear();
    isolated_ = false;
    if (!std::exchange(parts_, {}).empty()) Q_EMIT visibilityChanged();
    updateLeftOut();
}

void View::showAll() {
    planting_ = true;
    setNearCut(0);
    showHidden();
    Q_EMIT visibilityChanged();
}

int View::hiddenCount() const {
    int n =
        static_cast<int>(std::count_if(hidden_.begin(), hidden_.end(), [this](Id id) { return document_.item(id); }));
    for (const HiddenParts& h : parts_) n += static_cast<int>(h.names.size());
    return n;
}

bool View::seen(const Item& item) const {
    return shown(document_.project(), item) && !std::binary_search(leftOut_.begin(), leftOut_.end(), item.id);
}

void View::setNeutral(bool neutral) {
    if (std::exchange(neutral_, neutral) != neutral) Q_EMIT visibilityChanged();
}

void View::setReading(const PlanReading& reading) {
    if (std::exchange(reading_, reading) == reading) return;
    Q_EMIT readingChanged();
}

void View::setPlanting(bool shown) {
    if (std::exchange(planting_, shown) != shown) Q_EMIT visibilityChanged();
}

void View::setPart(const std::optional<Box2f>& part) {
    if (std::exchange(part_, part) != part) Q_EMIT refiningChanged();
}

void View::setHeld(bool held) {
    if (std::exchange(held_, held) != held) Q_EMIT refiningChanged();
}

void View::setVerb(Verb verb) {
    if (verb_ == verb) return;
    verb_ = verb;
    Q_EMIT verbChanged();
}

Shot View::shot() const {
    const Shot* s = bodyOf<Shot>(shotItem());
    Shot out = s ? *s : Shot();
    if (camera_) out.camera = *camera_;
    return out;
}

Camera View::camera() const {
    const Shot* s = bodyOf<Shot>(shotItem());
    Camera c = camera_ ? *camera_ : s ? s->camera : Camera();
    c.nearCut = nearCut_;
    return c;
}

Shot View::seenShot() const {
    Shot s = shot();
    s.camera = camera();
    return s;
}

void View::showShot(Id id) {
    if (!bodyOf<Shot>(document_.item(id))) return;
    settle();
    shot_ = id;
    camera_.reset();
    updateLeftOut();
    Q_EMIT changed();
    Q_EMIT shotChanged();
    settle();
}

void View::editShot(const QString& name, const std::function<void(Shot&)>& change, const QString& mergeKey) {
    if (!shotItem()) return;
    if (shotItem()->locked) {
        Q_EMIT document_.message(tr("“%1” is locked. Unlock it first, in the list or the shot strip.")
                                     .arg(QString::fromStdString(shotItem()->name)));
        return;
    }
    Item copy = *shotItem();
    change(std::get<Shot>(copy.body));
    document_.editChecked(name, zoned(replaced(document_.project(), copy)), mergeKey); // another date: summer time
}

void View::look(const Camera& camera) {
    const bool first = !camera_;
    camera_ = camera;
    camera_->nearCut = 0;
    settleTimer_.start();
    if (lookTimer_.isActive() && !first) {
        lookWaits_ = true;
        return;
    }
    lookTimer_.start();
    Q_EMIT changed();
}

void View::keepLook() {
    if (!camera_) return;
    const Camera camera = *camera_;
    if (!shotItem() || !shotItem()->locked) camera_.reset();
    editShot(tr("Update shot from view"), [&](Shot& s) { s.camera = camera; });
    settle();
    Q_EMIT changed();
}

void View::dropLook() {
    if (!camera_) return;
    settle();
    camera_.reset();
    Q_EMIT changed();
    settle();
}

void View::setNearCut(float metres) {
    nearCut_ = std::clamp(metres, 0.0f, 1000.0f);
    Q_EMIT changed();
}

void View::settle() {
    settleTimer_.stop();
    Page now;
    now.shot = shot_;
    now.camera = camera_;
    if (views_[viewAt_] == now) return;
    views_.resize(viewAt_ + 1);
    views_.push_back(now);
    if (views_.size() > 200) views_.erase(views_.begin());
    viewAt_ = views_.size() - 1;
}

bool View::canLookBack() const {
    return viewAt_ > 0 || !(views_[viewAt_] == Page{shot_, camera_});
}

void View::lookBack() {
    settle();
    if (viewAt_ > 0) show(views_[--viewAt_]);
}

void View::lookForward() {
    settle();
    if (canLookForward()) show(views_[++viewAt_]);
}

void View::show(const Page& page) {
    if (document_.item(page.shot)) shot_ = page.shot;
    camera_ = page.camera;
    updateLeftOut();
    Q_EMIT changed();
    Q_EMIT shotChanged();
}

} // namespace thallos
