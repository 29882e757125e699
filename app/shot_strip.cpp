#include "app/shot_strip.h"

#include <cmath>

#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>

#include "app/figures.h"
#include "app/stand_back.h"
#include "app/theme.h"

namespace thallos {

namespace {
bool sameView(const Shot& a, const Shot& b) {
    return a.camera == b.camera && a.daylight == b.daylight && a.finish == b.finish;
}
} // namespace

ShotStrip::ShotStrip(Session& session, Engine& engine, QWidget* parent)
    : QWidget(parent), session_(session), engine_(engine) {
    setObjectName("shotStrip");
    setFixedHeight(84);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Shots"));
    connect(&session_, &Session::projectChanged, this, [this] { update(); });
    connect(&session_, &Session::shotChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::fileChanged, this, [this] {
        pictures_.clear();
        of_.clear();
    });
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (session_.looking() || p.shot != session_.shotId()) return;
        // The strip shows the newest picture of the shown shot.
        pictures_[p.shot.value] = p.image.scaledToHeight(110, Qt::SmoothTransformation);
        of_[p.shot.value] = session_.shot();
        update();
        if (p.samples >= 1) makeMissing();
    });
}

ShotStrip::~ShotStrip() {
    quit_ = true;
    if (worker_.joinable()) worker_.join();
}

void ShotStrip::makeMissing() {
    if (working_) return;
    const auto scene = engine_.scene();
    if (!scene) return;
    for (const Item* item : itemsOf<Shot>(session_.project())) {
        const Shot shot = *bodyOf<Shot>(item);
        const auto known = of_.find(item->id.value);
        if (known != of_.end() && sameView(known->second, shot)) continue;
        working_ = true;
        if (worker_.joinable()) worker_.join();
        worker_ = Task([this, scene, shot, id = item->id.value, site = session_.project().site] {
            standBack(kNiceOfLeisure);
            static const Display display;
            Image radiance(static_cast<int>(96 * std::min(shot.camera.aspect, 2.4f)), 96);
            const Environment light = makeEnvironment(site->place, shot.daylight);
            const bool whole = quickPicture(radiance, *scene, light, shot.camera, [this] { return quit_.load(); });
            if (!whole) return;
            const Image8 p =
                display.encode(develop(radiance, shot.metered ? meter(radiance) : shot.ev100, shot.finish));
            QImage image(p.width, p.height, QImage::Format_RGB888);
            for (int y = 0; y < p.height; ++y)
                std::memcpy(image.scanLine(y), &p.at(0, y), static_cast<size_t>(p.width) * 3);
            QMetaObject::invokeMethod(this, [this, image, id, shot] {
                working_ = false;
                pictures_[id] = image;
                of_[id] = shot;
                update();
                makeMissing();
            });
        });
        return;
    }
}

int ShotStrip::entries() const {
    return static_cast<int>(itemsOf<Shot>(session_.project()).size());
}
QString ShotStrip::entryName(int i) const {
    return QString::fromStdString(itemsOf<Shot>(session_.project())[i]->name);
}
QRectF ShotStrip::entryRect(int i) const {
    return {8.0 + kWidth * i, 7, kWidth - 6.0, 70};
}
bool ShotStrip::entryChosen(int i) const {
    return itemsOf<Shot>(session_.project())[i]->id == session_.shotId();
}

int ShotStrip::shotAt(const QPointF& p) const {
    if (plusRect().contains(p)) return -2;
    const int i = static_cast<int>((p.x() - 8) / kWidth);
    return p.x() >= 8 && i < static_cast<int>(itemsOf<Shot>(session_.project()).size()) && p.x() < width() - 56 ? i
                                                                                                                : -1;
}

void ShotStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.chrome);
    const auto shots = itemsOf<Shot>(session_.project());
    for (size_t i = 0; i < shots.size(); ++i) {
        const QRectF r(8.0 + kWidth * static_cast<double>(i), 7, kWidth - 6, 70);
        if (r.right() > width() - 52) break;
        const Shot& shot = *bodyOf<Shot>(shots[i]);
        const bool now = shots[i]->id == session_.shotId();
        if (now || hover_ == static_cast<int>(i)) {
            p.setPen(now ? QPen(t.accent, 2) : Qt::NoPen);
            p.setBrush(now ? t.field : t.hover);
            p.drawRoundedRect(r.adjusted(1, 1, -1, -1), 4, 4);
        }
        const QRectF room(r.left() + 7, r.top() + 12, 78, 47);
        const auto picture = pictures_.find(shots[i]->id.value);
        QSizeF size(room.size());
        const double aspect = shot.camera.aspect;
        size = aspect > room.width() / room.height() ? QSizeF(room.width(), room.width() / aspect)
                                                     : QSizeF(room.height() * aspect, room.height());
        const QRectF at(room.center() - QPointF(size.width() / 2, size.height() / 2), size);
        if (picture != pictures_.end())
            p.drawImage(at, picture->second);
        else
            p.fillRect(at, t.surround);
        p.setFont(typeface(Type::Medium));
        p.setPen(t.ink);
        const QRectF text(r.left() + 91, r.top() + 5, r.width() - 94, 34);
        p.drawText(text, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, QString::fromStdString(shots[i]->name));
        p.setFont(typeface(Type::Small));
        p.setPen(t.second);
        p.drawText(QRectF(r.left() + 91, r.top() + 38, r.width() - 92, 15), Qt::AlignLeft,
                   tr("%1 mm").arg(shot.camera.focal, 0, 'f', 0));
        p.drawText(QRectF(r.left() + 91, r.top() + 52, r.width() - 92, 15), Qt::AlignLeft,
                   clockText(shot.daylight.time.hour));
    }
    p.setPen(QPen(t.buttonLine, 1));
    p.setBrush(hover_ == -2 ? t.hover : t.panel);
    p.drawRoundedRect(plusRect(), 4, 4);
    drawIcon(p, "ui-plus", t.ink, QRectF(plusRect().center() - QPointF(9, 9), QSizeF(18, 18)));
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2));
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

void ShotStrip::addShot() {
    // The view as it is now, looked up or not, becomes a shot of its own.
    const Shot shot = session_.shot();
    Id id;
    Project next = added(session_.project(), tr("Shot").toStdString(), shot, &id);
    session_.edit(tr("Add a shot"), std::move(next));
    session_.showShot(id);
}

void ShotStrip::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const int i = shotAt(event->position());
    if (i == -2)
        addShot();
    else if (i >= 0)
        session_.showShot(itemsOf<Shot>(session_.project())[i]->id);
}
void ShotStrip::mouseMoveEvent(QMouseEvent* event) {
    hover_ = shotAt(event->position());
    setToolTip(hover_ == -2 ? tr("Save the view as a new shot") : hover_ >= 0 ? tr("Show this shot") : QString());
    update();
}
void ShotStrip::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}
void ShotStrip::keyPressEvent(QKeyEvent* event) {
    const auto shots = itemsOf<Shot>(session_.project());
    int at = 0;
    for (size_t i = 0; i < shots.size(); ++i)
        if (shots[i]->id == session_.shotId()) at = static_cast<int>(i);
    if (event->key() == Qt::Key_Right && at + 1 < static_cast<int>(shots.size()))
        session_.showShot(shots[at + 1]->id);
    else if (event->key() == Qt::Key_Left && at > 0)
        session_.showShot(shots[at - 1]->id);
    else if (event->key() == Qt::Key_Plus || event->key() == Qt::Key_Insert)
        addShot();
    else if (event->key() == Qt::Key_Delete && shots.size() > 1)
        session_.edit(tr("Delete a shot"), removed(session_.project(), session_.shotId()));
    else
        QWidget::keyPressEvent(event);
}
bool ShotStrip::event(QEvent* event) {
    // Here Delete means the shot, not the item chosen elsewhere.
    if (event->type() == QEvent::ShortcutOverride && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Delete) {
        event->accept();
        return true;
    }
    return QWidget::event(event);
}

void ShotStrip::contextMenuEvent(QContextMenuEvent* event) {
    const int i = shotAt(event->pos());
    const auto shots = itemsOf<Shot>(session_.project());
    if (i < 0 || shots.size() < 2) return;
    QMenu menu(this);
    const Id id = shots[i]->id;
    menu.addAction(tr("Delete this shot"), this,
                   [this, id] { session_.edit(tr("Delete a shot"), removed(session_.project(), id)); });
    menu.exec(event->globalPos());
}

} // namespace thallos
