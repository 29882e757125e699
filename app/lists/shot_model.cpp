#include "app/lists/shot_model.h"

#include <cstring>

#include "app/words/numbers.h"
#include "app/work/stand_back.h"

namespace thallos {

namespace {

bool sameView(const Shot& a, const Shot& b) {
    return a.camera == b.camera && a.daylight == b.daylight && a.finish == b.finish;
}

// A quick sketch of the shot; empty: given up.
QImage sketchOf(const Shot& shot, const Scene& scene, const Place& place, const std::atomic<bool>& quit) {
    constexpr int kHigh = 96;
    static const Display display;
    Image radiance(static_cast<int>(kHigh * std::min(shot.camera.aspect, 2.4f)), kHigh);
    const Environment light = makeEnvironment(place, shot.daylight);
    if (!quickPicture(radiance, scene, light, shot.camera, [&] { return quit.load(); })) return {};
    const Image8 p = display.encode(develop(radiance, shot.metered ? meter(radiance) : shot.ev100, shot.finish));
    QImage image(p.width, p.height, QImage::Format_RGB888);
    for (int y = 0; y < p.height; ++y) std::memcpy(image.scanLine(y), &p.at(0, y), static_cast<size_t>(p.width) * 3);
    return image;
}

} // namespace

ShotModel::ShotModel(Session& session, Engine& engine, QObject* parent)
    : QAbstractListModel(parent), session_(session), engine_(engine) {
    connect(&session_.document, &Document::changed, this, &ShotModel::follow);
    connect(&session_.document, &Document::replaced, this, [this] { pictures_.clear(); });
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (session_.view.looking() || p.shot != session_.view.shotId()) return;
        // The newest picture of the shot that is shown.
        show(p.shot, p.image.scaledToHeight(110, Qt::SmoothTransformation), session_.view.shot());
        if (p.samples >= 1) makeMissing();
    });
    follow();
}

ShotModel::~ShotModel() {
    quit_ = true;
    if (worker_.joinable()) worker_.join();
}

void ShotModel::follow() {
    std::vector<Id> ids;
    for (const Item* item : itemsOf<Shot>(session_.document.project())) ids.push_back(item->id);
    if (ids == ids_) {
        if (!ids_.empty()) Q_EMIT dataChanged(index(0), index(static_cast<int>(ids_.size()) - 1));
        return;
    }
    beginResetModel();
    ids_ = std::move(ids);
    endResetModel();
}

void ShotModel::show(Id shot, const QImage& image, const Shot& of) {
    pictures_[shot] = {image, of};
    if (const QModelIndex at = indexOf(shot); at.isValid()) Q_EMIT dataChanged(at, at);
}

void ShotModel::makeMissing() {
    const auto scene = engine_.scene();
    if (working_ || !scene) return;
    for (const Id id : ids_) {
        const Shot shot = *bodyOf<Shot>(session_.document.item(id));
        const auto known = pictures_.find(id);
        if (known != pictures_.end() && sameView(known->second.of, shot)) continue;
        working_ = true;
        if (worker_.joinable()) worker_.join();
        worker_ = Task([this, scene, shot, id, site = session_.document.project().site] {
            standBack(kNiceOfLeisure);
            const QImage image = sketchOf(shot, *scene, site->place, quit_);
            if (image.isNull()) return;
            QMetaObject::invokeMethod(this, [this, image, id, shot] {
                working_ = false;
                show(id, image, shot);
                makeMissing();
            });
        });
        return;
    }
}

Id ShotModel::shot(const QModelIndex& index) const {
    return index.isValid() ? ids_[static_cast<size_t>(index.row())] : Id{};
}

QModelIndex ShotModel::indexOf(Id shot) const {
    for (size_t i = 0; i < ids_.size(); ++i)
        if (ids_[i] == shot) return index(static_cast<int>(i));
    return {};
}

int ShotModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(ids_.size());
}

QVariant ShotModel::data(const QModelIndex& index, int role) const {
    const Item* item = session_.document.item(shot(index));
    const Shot* shot = bodyOf<Shot>(item);
    if (!shot) return {};
    switch (role) {
    case Qt::DisplayRole:
        return QString::fromStdString(item->name);
    case Qt::ToolTipRole:
        return tr("Show this shot");
    case PictureRole: {
        const auto picture = pictures_.find(item->id);
        return picture == pictures_.end() ? QImage() : picture->second.image;
    }
    case LensRole:
        return tr("%1 mm").arg(decimalText(shot->camera.focal, 0));
    case ClockRole:
        return clockText(shot->daylight.time.hour);
    case LockedRole:
        return item->locked;
    case AspectRole:
        return static_cast<double>(shot->camera.aspect);
    default:
        return {};
    }
}

} // namespace thallos
