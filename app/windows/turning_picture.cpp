#include "app/windows/turning_picture.h"

#include <cmath>
#include <future>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/widgets/qt_image.h"
#include "app/widgets/theme.h"
#include "app/work/stand_back.h"
#include "core/finish/finish.h"
#include "core/material/library.h"
#include "core/trace/denoise.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

namespace thallos {

namespace {

constexpr int kSamples = 48;

} // namespace

// The stage as it stands, so that turning and coming nearer cost next to nothing.
struct TurningPicture::Staged {
    int asked = 0; // the order that it was staged for
    float yaw = 0;
    Stage stage;
    std::shared_ptr<const BuiltSite> built;
    SceneBuilder builder{true, shippedMaterials()};
    std::shared_ptr<const Scene> scene;
    std::shared_ptr<const Atmosphere> atmosphere;
    Daylight daylight;
    Place place;
    std::optional<Environment> light; // of the daylight at the place
    Display display;
};

TurningPicture::TurningPicture(QWidget* parent) : QWidget(parent) {
    setToolTip(tr("Drag to turn, wheel to zoom; Left, Right, Plus and Minus do the same"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(240, 240);
    thread_ = Task([this] { run(); });
}

TurningPicture::~TurningPicture() {
    {
        const std::lock_guard lock(mutex_);
        quit_ = true;
        ++generation_;
    }
    wake_.notify_all();
    thread_.join();
}

void TurningPicture::change(const std::function<void(Order&)>& set) {
    {
        const std::lock_guard lock(mutex_);
        if (!order_) order_ = Order();
        set(*order_);
        order_->size = size();
        ++generation_;
    }
    wake_.notify_all();
}

void TurningPicture::setLight(const Site& site, const Shot& shot) {
    change([&](Order& o) {
        o.site = site;
        o.shot = shot;
    });
}

void TurningPicture::setExhibit(Exhibit exhibit, bool anew) {
    change([&](Order& o) {
        if (anew) o.near = 1;
        o.exhibit = std::move(exhibit);
        o.moving = false;
        ++o.asked;
    });
}

void TurningPicture::run() {
    standBack(kNiceOfPictures);
    Staged staged;
    uint64_t seen = 0;
    for (;;) {
        Order order;
        uint64_t generation = 0;
        {
            std::unique_lock lock(mutex_);
            wake_.wait(lock, [&] { return quit_ || (order_ && order_->exhibit.stage && generation_ != seen); });
            if (quit_) return;
            order = *order_;
            generation = seen = generation_;
        }
        if (order.size.width() < 16 || order.size.height() < 16) continue;
        draw(staged, order, generation);
    }
}

void TurningPicture::draw(Staged& staged, const Order& order, uint64_t generation) {
    const auto stop = [this, generation] { return stale(generation); };
    Site site = order.site;
    site.season = order.exhibit.season;
    const auto library = order.exhibit.library->in(site.season);
    const Daylight& daylight = order.shot.daylight;
    if (!staged.atmosphere || staged.atmosphere->visibility() != daylight.visibility)
        staged.atmosphere = std::make_shared<Atmosphere>(daylight.visibility);
    // The light is found beside the scene: at first both take their time.
    std::future<Environment> coming;
    if (!staged.light || !(staged.daylight == daylight) || !(staged.place == site.place)) {
        coming = std::async(std::launch::async, [place = site.place, daylight, atmosphere = staged.atmosphere] {
            return makeEnvironment(place, daylight, atmosphere);
        });
        staged.daylight = daylight;
        staged.place = site.place;
    }
    const float bearing = bearingInLight(sunDirection(sunPosition(site.place, daylight.time), site.place.north));
    const bool same = staged.asked == order.asked && staged.stage.bearing == bearing;
    if (!same || staged.yaw != order.yaw) {
        staged.stage = same ? turned(staged.stage, order.yaw) : order.exhibit.stage(*library, order.yaw, bearing);
        if (!same) {
            staged.stage.project = withSite(staged.stage.project, site);
            staged.built = nullptr;
            if (stop()) {
                staged.daylight = {}; // what is coming is not kept
                staged.light.reset();
                return;
            }
        }
        staged.built = build(staged.stage.project, library, staged.built);
        staged.scene = staged.builder.update(staged.built);
        if (staged.asked != order.asked && order.exhibit.built) order.exhibit.built(*library);
        staged.asked = order.asked;
        staged.yaw = order.yaw;
    }
    if (coming.valid()) staged.light = coming.get();
    const Environment& light = *staged.light;
    Shot shot = order.shot;
    const V2i size(order.size.width() & ~7, order.size.height() & ~7);
    shot.camera =
        cameraOf(staged.stage, *staged.built, static_cast<float>(size.x) / static_cast<float>(size.y), order.near);
    // At once something to see, then cleaner and cleaner.
    Image quick(order.moving ? size.x / 2 : size.x, order.moving ? size.y / 2 : size.y);
    if (!quickPicture(quick, *staged.scene, light, shot.camera, stop, order.moving)) return;
    const float ev = shot.metered ? meter(quick) : shot.ev100;
    const auto show = [&](const Image& radiance, int samples) {
        publish(toQImage(staged.display.encode(develop(radiance, ev, shot.finish))), samples);
    };
    show(quick, 0);
    if (order.moving) return;
    Detail detail(shot.camera.position);
    detail.pixelAngle = Lens(shot.camera).pixelAngle(size.x);
    staged.scene->plantScenes->growHeroes(*staged.built, detail, stop);
    PictureSettings settings;
    settings.size = size;
    settings.path.limit = sparkLimit(settings, ev);
    Film film(size.x, size.y);
    while (film.passes < kSamples) {
        if (!addPass(film, *staged.scene, light, shot.camera, settings, stop)) return;
        const int n = film.passes;
        if (n == 16 || n == kSamples)
            show(denoise(film, stop), n);
        else if (n == 2 || n == 6)
            show(film.radiance(), n);
        if (stop()) return;
    }
}

void TurningPicture::publish(QImage image, int samples) {
    QMetaObject::invokeMethod(this, [this, image = std::move(image), samples] {
        image_ = image;
        samples_ = samples;
        update();
        Q_EMIT shown();
    });
}

void TurningPicture::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), Theme::now().surround);
    if (image_.isNull()) {
        p.setPen(Theme::now().second);
        p.drawText(rect(), Qt::AlignCenter, tr("Building the scene…"));
    } else {
        p.setRenderHint(QPainter::SmoothPixmapTransform);
        p.drawImage(rect(), image_);
    }
    if (hasFocus()) {
        p.setPen(QPen(Theme::now().accent, 2));
        p.drawRect(rect().adjusted(1, 1, -1, -1));
    }
}

void TurningPicture::resizeEvent(QResizeEvent*) {
    change([](Order&) {});
}

void TurningPicture::turnBy(float radians, bool moving) {
    change([&](Order& o) {
        o.yaw += radians;
        o.moving = moving;
    });
}

void TurningPicture::mousePressEvent(QMouseEvent* event) {
    pressed_ = event->position();
}
void TurningPicture::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    turnBy(static_cast<float>((event->position().x() - pressed_.x()) * 0.01), true);
    pressed_ = event->position();
}
void TurningPicture::mouseReleaseEvent(QMouseEvent*) {
    turnBy(0, false);
}
void TurningPicture::wheelEvent(QWheelEvent* event) {
    const float by = std::pow(1.0015f, static_cast<float>(event->angleDelta().y()));
    change([&](Order& o) { o.near = std::clamp(o.near * by, 1.0f, 12.0f); });
    event->accept();
}
void TurningPicture::keyPressEvent(QKeyEvent* event) {
    const auto nearer = [this](float by) { change([&](Order& o) { o.near = std::clamp(o.near * by, 1.0f, 12.0f); }); };
    switch (event->key()) {
    case Qt::Key_Left:
        return turnBy(-0.2f, false);
    case Qt::Key_Right:
        return turnBy(0.2f, false);
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        return nearer(1.25f);
    case Qt::Key_Minus:
        return nearer(0.8f);
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace thallos
