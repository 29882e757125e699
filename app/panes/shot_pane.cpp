#include <cmath>

#include <QKeyEvent>
#include <QPainter>

#include "app/panes/hidden_line.h"
#include "app/panes/pane.h"
#include "app/panes/tool.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "core/base/quantity.h"
#include "core/trace/ray.h"
#include "core/trace/scene.h"
#include "core/trace/shading.h"

namespace thallos {

ShotPane::ShotPane(Session& session, Engine& engine, QWidget* parent) : Pane(session, engine, parent) {
    setObjectName("shotPane");
    setAccessibleName(tr("Shot"));
    setMinimumSize(200, 120);
    connect(&engine_, &Engine::shotReady, this, &ShotPane::setPicture);
    connect(&session_.view, &View::changed, this, [this] { requestSize(); });
    connect(&session_.document, &Document::changed, this, [this] { requestSize(); });
    connect(&session_.view, &View::refiningChanged, this, qOverload<>(&QWidget::update));
}

QRectF ShotPane::pictureRect() const {
    const double side = compact_ ? 12 : 10, top = compact_ ? 34 : 72, bottom = compact_ ? 26 : 75;
    const QRectF room(side, top, std::max(width() - 2 * side, 32.0), std::max(height() - top - bottom, 24.0));
    const double aspect = session_.view.camera().aspect;
    QSizeF size(room.width(), room.width() / aspect);
    if (size.height() > room.height()) size = QSizeF(room.height() * aspect, room.height());
    return {QPointF(std::round(room.center().x() - size.width() / 2),
                    std::round(compact_ ? room.top() : std::max(room.top(), room.center().y() - size.height() / 2))),
            QSizeF(std::round(size.width()), std::round(size.height()))};
}

void ShotPane::requestSize() {
    const QRectF r = pictureRect();
    hiddenLine_->move(static_cast<int>(r.left()), static_cast<int>(r.top()) - 58); // over the tab
    if (isVisible()) engine_.setShotSize(pictureRect().size().toSize());
    updateView();
}

void ShotPane::resizeEvent(QResizeEvent*) {
    requestSize();
}
void ShotPane::showEvent(QShowEvent*) {
    requestSize();
}

void ShotPane::setPicture(const ShotPicture& picture) {
    picture_ = picture;
    shown_ = QPixmap();
    updateNow();
}

const Lens& ShotPane::lens() const {
    const Camera now = session_.view.camera();
    if (!lens_ || !(now == lensOf_)) {
        lens_.emplace(now);
        lensOf_ = now;
    }
    return *lens_;
}

std::optional<QPointF> ShotPane::toScreen(const V3f& p) const {
    const QRectF r = pictureRect();
    const V3f s = lens().project(p);
    if (s.z < 0.05f) return std::nullopt;
    return QPointF(r.left() + s.x * r.width(), r.top() + s.y * r.height());
}

double ShotPane::metresPerPixel(const V3f& p) const {
    const float ahead = std::max((p - lens().origin).dot(lens().forward), 0.05f);
    return 2 * lens().right.length() * ahead / pictureRect().width();
}

V3f ShotPane::rayAt(const QPointF& at) const {
    const QRectF r = pictureRect();
    return lens().ray(
        V2f(static_cast<float>((at.x() - r.left()) / r.width()), static_cast<float>((at.y() - r.top()) / r.height())));
}

PanePoint ShotPane::pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const {
    PanePoint point;
    point.at = at;
    point.modifiers = modifiers;
    const V3f d = rayAt(at);
    point.origin = lens().start(d);
    point.direction = d;
    if (!engine_.scene() || !pictureRect().contains(at)) return point;
    meet(lens().start(d), d, lens().origin, point);
    return point;
}

std::optional<std::pair<float, float>> ShotPane::luminanceAt(const QPointF& at) const {
    const QRectF r = pictureRect();
    if (!picture_.radiance || picture_.radiance->empty() || !r.contains(at)) return std::nullopt;
    const Image& image = *picture_.radiance;
    const int x = std::clamp(static_cast<int>((at.x() - r.left()) / r.width() * image.width), 0, image.width - 1),
              y = std::clamp(static_cast<int>((at.y() - r.top()) / r.height() * image.height), 0, image.height - 1);
    // Brightening afterwards moves what is middle grey.
    return std::pair(luminance(image.at(x, y)), picture_.ev100 - session_.view.shot().finish.exposure);
}

void ShotPane::lookBy(const QPointF& pixels, Drag how, const QPointF&) {
    Camera c = session_.view.shot().camera;
    const Lens lens(c);
    const QRectF r = pictureRect();
    const auto dx = static_cast<float>(pixels.x() / r.width()), dy = static_cast<float>(pixels.y() / r.height());
    const float distance = orbitAbout_ ? (*orbitAbout_ - c.position).length() : 20;
    if (how == Drag::Shift) {
        // What lay under the pointer moves with it.
        c.position += (-lens.right * (2 * dx) + lens.up * (2 * dy)) * distance;
    } else if (how == Drag::Orbit && orbitAbout_) {
        // The eye goes round the point and keeps it where it is in the picture.
        // A drag that is meant sideways keeps the eye's height.
        const float turn = 3 * dx, climb = std::abs(pixels.y()) < 0.35 * std::abs(pixels.x()) ? 0 : 2 * dy;
        const V3f arm = c.position - *orbitAbout_;
        const float flat = xy(arm).length(), now = std::atan2(arm.z, flat),
                    then = std::clamp(now + climb, radians(-80), radians(85));
        const float reach = arm.length();
        const float bearing = std::atan2(arm.x, arm.y) + turn;
        c.position =
            *orbitAbout_ +
            V3f(std::sin(bearing) * std::cos(then), std::cos(bearing) * std::cos(then), std::sin(then)) * reach;
        c.yaw += turn;
        c.pitch = std::clamp(c.pitch - (then - now), -1.5f, 1.5f);
        c.position.z = std::max(c.position.z, groundAt(xy(c.position)) + 0.2f);
    } else {
        c.yaw -= 2 * std::atan(lens.right.length()) * dx;
        if (c.pitch == 0 && std::abs(c.shift + dy) <= 0.6f)
            c.shift += dy; // verticals stay upright
        else
            c.pitch = std::clamp(c.pitch + 2 * std::atan(lens.up.length()) * dy, -1.5f, 1.5f);
    }
    session_.view.look(c);
}

void ShotPane::zoomBy(double steps, const QPointF& at) {
    Camera c = session_.view.shot().camera;
    const V3f d = rayAt(at);
    const PanePoint point = pick(at, {});
    const float distance = point.surface ? (*point.surface - c.position).length() : 30;
    // A seventh of the way to what lies under the pointer; never through it.
    c.position += d * (std::clamp(distance, 0.5f, 80.0f) * (1 - std::pow(0.86f, static_cast<float>(steps))));
    const float floor = groundAt(xy(c.position)) + 0.2f;
    c.position.z = std::max(c.position.z, floor);
    session_.view.look(c);
}

void ShotPane::frame(const Box3f& box) {
    if (box.isEmpty()) return;
    // From the side where the eye is now, far enough for the box to fit; where something stands between, from higher or
    // from another side.
    Camera c = session_.view.shot().camera;
    const V3f middle = box.center();
    const float radius = std::max(box.size().length() / 2, 1.0f);
    const V3f away = c.position - middle;
    c.shift = 0;
    c.pitch = 0;
    const float back = distanceFor(c, radius);
    const float side = xy(away).length() > 1e-3f ? std::atan2(away.x, away.y) : kPi;
    const float rise = std::clamp(std::atan2(away.z, xy(away).length()), radians(4), radians(60));
    const auto scene = engine_.scene();
    const auto from = [&](float bearing, float up) {
        V3f p = middle + V3f(std::sin(bearing) * std::cos(up), std::cos(bearing) * std::cos(up), std::sin(up)) * back;
        p.z = std::max(p.z, groundAt(xy(p)) + 0.3f);
        return p;
    };
    const auto open = [&](const V3f& p) {
        if (!scene) return true;
        const V3f d = (middle - p).normalized();
        const Hit hit = trace(*scene, p, d, p, kFarAway, kMaskSolid | kMaskWoody);
        // Something at the eye itself would hide all, even when it lies to the side.
        return hit.t > std::max(back - 1.3f * radius, 0.4f * back);
    };
    c.position = from(side, rise);
    bool found = open(c.position);
    for (const float up : {rise, radians(15), radians(35), radians(60)})
        for (const int turn : {0, 30, -30, 60, -60, 120, -120, 180})
            if (const V3f p = from(side + radians(static_cast<float>(turn)), up); !found && open(p)) {
                c.position = p;
                found = true;
            }
    const V3f aim = middle - c.position;
    c.yaw = std::atan2(aim.x, aim.y);
    c.pitch = std::atan2(aim.z, xy(aim).length());
    if (std::abs(c.pitch) < radians(20)) c = upright(c); // nearly level: walls stand upright
    session_.view.look(c);
}

void ShotPane::viewFrom(const Box3f& box, std::optional<double> bearing) {
    if (box.isEmpty()) return;
    Camera c = session_.view.shot().camera;
    const V3f middle = box.center();
    const float radius = std::max(box.size().length() / 2, 2.0f);
    c.shift = 0;
    c.pitch = 0;
    const float back = distanceFor(c, radius);
    if (bearing) {
        const float from = radians(static_cast<float>(*bearing));
        c.position = middle + V3f(std::sin(from), std::cos(from), 0.02f) * back;
        c.position.z = std::max(c.position.z, groundAt(xy(c.position)) + 1.6f);
        c.yaw = from + kPi;
        const V3f aim = middle - c.position;
        c.pitch = std::atan2(aim.z, xy(aim).length());
        c = upright(c);
    } else {
        c.position = middle + V3f(0, 0, back);
        c.yaw = 0;
        c.pitch = radians(-85.9f);
        c.position.y -= back * std::tan(radians(90 - 85.9f));
    }
    session_.view.look(c);
}

// The key by its place on the board, as these letters lie on most of them; where that is not told, by its letter.
static int walkKey(const QKeyEvent& event) {
    switch (event.nativeScanCode()) { // of the kernel, and 8 more
    case 25:
        return Qt::Key_W;
    case 38:
        return Qt::Key_A;
    case 39:
        return Qt::Key_S;
    case 40:
        return Qt::Key_D;
    case 24:
        return Qt::Key_Q;
    case 26:
        return Qt::Key_E;
    case 0:
        return event.key();
    default: // another key with such a letter has its own meaning
        switch (event.key()) {
        case Qt::Key_W:
        case Qt::Key_A:
        case Qt::Key_S:
        case Qt::Key_D:
        case Qt::Key_Q:
        case Qt::Key_E:
            return Qt::Key_unknown;
        default:
            return event.key();
        }
    }
}

bool ShotPane::walksWith(const QKeyEvent& event) const {
    switch (walkKey(event)) {
    case Qt::Key_W:
    case Qt::Key_A:
    case Qt::Key_S:
    case Qt::Key_D:
        return true; // with Shift faster
    case Qt::Key_Q:
    case Qt::Key_E:
        return !(event.modifiers() & Qt::ShiftModifier);
    default:
        return false;
    }
}

void ShotPane::lookKey(QKeyEvent* event) {
    if (event->modifiers() & (Qt::ControlModifier | Qt::AltModifier)) return QWidget::keyPressEvent(event);
    Camera c = session_.view.shot().camera;
    const float step = event->modifiers() & Qt::ShiftModifier ? 3.0f : 0.5f;
    const V2f ahead(std::sin(c.yaw), std::cos(c.yaw)), side(std::cos(c.yaw), -std::sin(c.yaw));
    V2f go(0);
    switch (walkKey(*event)) {
    case Qt::Key_W:
    case Qt::Key_Up:
        go = ahead;
        break;
    case Qt::Key_S:
    case Qt::Key_Down:
        go = -ahead;
        break;
    case Qt::Key_A:
        go = -side;
        break;
    case Qt::Key_D:
        go = side;
        break;
    case Qt::Key_Left:
        c.yaw -= radians(3);
        break;
    case Qt::Key_Right:
        c.yaw += radians(3);
        break;
    case Qt::Key_E:
    case Qt::Key_PageUp:
        c.position.z += step;
        break;
    case Qt::Key_Q:
    case Qt::Key_PageDown:
        c.position.z = std::max(c.position.z - step, groundAt(xy(c.position)) + 0.2f);
        break;
    default:
        QWidget::keyPressEvent(event);
        return;
    }
    // Walking keeps the eye at its height over the ground.
    const float eye = c.position.z - groundAt(xy(c.position));
    const V2f to = xy(c.position) + go * step;
    if (go.length2() > 0) c.position = {to.x, to.y, groundAt(to) + eye};
    session_.view.look(c);
}

void ShotPane::drawPicture(QPainter& painter) {
    const Theme& t = Theme::now();
    const QRectF r = pictureRect();
    if (picture_.image.isNull()) {
        painter.fillRect(r, t.surround.lighter(112));
        drawChip(painter, r.center() - QPointF(60, 11), tr("Building the scene…"), typeface(Type::Body));
        return;
    }
    // Made large once for each picture, not for each paint.
    const QSize size = (r.size() * devicePixelRatioF()).toSize();
    if (shown_.size() != size) {
        shown_ = QPixmap::fromImage(picture_.image.size() == size
                                        ? picture_.image
                                        : picture_.image.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
        shown_.setDevicePixelRatio(devicePixelRatioF());
    }
    painter.drawPixmap(r.topLeft(), shown_);
}

void ShotPane::drawOver(QPainter& painter) {
    const Theme& t = Theme::now();
    const QRectF r = pictureRect();
    painter.setPen(QPen(QColor(255, 255, 255, 90), 1));
    for (int k = 1; k < 3; ++k) {
        painter.drawLine(QPointF(r.left() + r.width() * k / 3, r.top()),
                         QPointF(r.left() + r.width() * k / 3, r.bottom()));
        painter.drawLine(QPointF(r.left(), r.top() + r.height() * k / 3),
                         QPointF(r.right(), r.top() + r.height() * k / 3));
    }
    painter.save();
    painter.setClipRect(r);
    drawMarks(painter);
    drawSelected(painter);
    if (const auto& part = session_.view.part()) {
        painter.setPen(QPen(t.ochre, 1.5, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        const QRectF marked(r.left() + part->min.x * r.width(), r.top() + part->min.y * r.height(),
                            part->size().x * r.width(), part->size().y * r.height());
        painter.drawRect(marked);
        drawChip(painter, marked.topLeft() + QPointF(4, 4),
                 tr("Region only · %1 clears it").arg(session_.keyOf("look.part")), typeface(Type::Small));
    }
    if (tool_) tool_->draw(painter, *this);
    painter.restore();
}

QString ShotPane::tabText() const {
    const Item* item = session_.view.shotItem();
    const Camera camera = session_.view.shot().camera;
    const float eye = camera.position.z - groundAt(xy(camera.position));
    QString text = tr("%1 · %2 mm · eye %3 · %4")
                       .arg(item ? QString::fromStdString(item->name) : tr("No shot"))
                       .arg(decimalText(camera.focal, 0))
                       .arg(lengthText(eye))
                       .arg(aspectText(camera.aspect));
    if (session_.view.looking())
        text += tr(" · view changed: %1 updates the shot, %2 reverts")
                    .arg(session_.keyOf("look.keep"), session_.keyOf("look.drop"));
    return text;
}

void ShotPane::drawTab(QPainter& painter) {
    const Theme& t = Theme::now();
    const QRectF r = pictureRect();
    const QString text = tabText();
    painter.setFont(typeface(Type::Medium));
    const double w = QFontMetricsF(painter.font()).horizontalAdvance(text) + 24;
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.field);
    painter.drawRect(QRectF(r.left(), r.top() - 28, w, 28));
    if (session_.view.looking()) {
        painter.setBrush(t.ochre);
        painter.drawRect(QRectF(r.left(), r.top() - 28, 3, 28));
    }
    painter.setPen(t.ink);
    painter.drawText(QRectF(r.left() + 12, r.top() - 28, w, 28), Qt::AlignVCenter | Qt::AlignLeft, text);
    const double share =
        picture_.wanted > 0 ? std::min(1.0, static_cast<double>(picture_.samples) / picture_.wanted) : 0;
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0, 0, 0, 70));
    painter.drawRect(QRectF(r.left(), r.bottom() + 1, r.width(), 3));
    painter.setBrush(QColor(0xA8, 0xD5, 0xAF));
    painter.drawRect(QRectF(r.left(), r.bottom() + 1, r.width() * share, 3));
}

void ShotPane::drawState(QPainter& painter) {
    const QRectF r = pictureRect();
    const QString state = session_.view.held()    ? tr("paused · %1 resumes").arg(session_.keyOf("look.hold"))
                          : picture_.samples == 0 ? tr("preview shading")
                                                  : tr("%1 of %2 samples%3")
                                                        .arg(picture_.samples)
                                                        .arg(picture_.wanted)
                                                        .arg(picture_.denoised ? tr(", denoised") : QString());
    painter.setFont(typeface(Type::Small));
    const double w = QFontMetricsF(painter.font()).horizontalAdvance(state) + 20;
    if (compact_) {
        drawChip(painter, QPointF(8, r.bottom() + 4), state, typeface(Type::Small));
        drawChip(painter, QPointF(8, 8), tr("Shot") + "   Tab", typeface(Type::Medium));
    } else {
        drawChip(painter, QPointF(r.right() - w, r.bottom() + 12), state, typeface(Type::Small));
        drawHint(painter, QPointF(r.left(), r.bottom() + 34), r.width() - w - 12);
    }
}

void ShotPane::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const Theme& t = Theme::now();
    painter.fillRect(rect(), t.surround);
    drawPicture(painter);
    if (!compact_) {
        drawOver(painter);
        drawTab(painter);
    }
    drawState(painter);
    const QRectF r = pictureRect();
    drawSnaps(painter, QPointF(r.right(), r.top() - 25));
    drawCentre(painter);
    drawProbe(painter);
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.accent, 2));
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

} // namespace thallos
