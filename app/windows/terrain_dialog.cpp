#include "app/windows/terrain_dialog.h"

#include <cmath>

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/text.h"

namespace thallos {

namespace {

// At most so many pixels a side: light from the north-west over the heights, gaps empty.
QImage shadedRelief(const HeightRaster& r) {
    const int step = std::max(1, std::max(r.width, r.height) / 400);
    QImage image((r.width + step - 1) / step, (r.height + step - 1) / step, QImage::Format_ARGB32);
    const auto at = [&](int x, int y) {
        return r.values[static_cast<size_t>(std::clamp(y, 0, r.height - 1)) * r.width + std::clamp(x, 0, r.width - 1)];
    };
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) {
            const int i = x * step, j = y * step;
            const float east = (at(i + step, j) - at(i - step, j)) / (2 * r.cell * static_cast<float>(step)),
                        north = (at(i, j - step) - at(i, j + step)) / (2 * r.cell * static_cast<float>(step));
            if (!std::isfinite(east) || !std::isfinite(north)) {
                image.setPixel(x, y, qRgba(0, 0, 0, 0));
                continue;
            }
            const V3f normal = V3f(-2 * east, -2 * north, 1).normalized();
            const float light = std::clamp(normal.dot(V3f(-0.5f, 0.5f, 0.7f)), 0.0f, 1.0f);
            const int v = static_cast<int>(70 + 170 * light);
            image.setPixel(x, y, qRgb(v, v, v - 8));
        }
    return image;
}

V2f rangeOf(const HeightRaster& r) {
    V2f range(std::numeric_limits<float>::max(), std::numeric_limits<float>::lowest());
    for (const float v : r.values)
        if (std::isfinite(v)) range = {std::min(range.x, v), std::max(range.y, v)};
    return range.x <= range.y ? range : V2f(0);
}

} // namespace

TerrainPlan::TerrainPlan(const Project& project, QWidget* parent)
    : QWidget(parent), site_(project.ground->grid.size()) {
    setObjectName("terrainPlan");
    setAccessibleName(tr("The terrain over the site, in plan"));
    setToolTip(tr("Drag to move the terrain under the site"));
    setMinimumSize(260, 260);
    setCursor(Qt::SizeAllCursor);
    for (const Item* item : itemsOf<Building>(project))
        for (Polygon& o : outlinesOf(*bodyOf<Building>(item))) outlines_.push_back(std::move(o));
}

void TerrainPlan::setTerrain(std::shared_ptr<const HeightRaster> raster, const V2f& centre, bool enlarge) {
    if (raster != raster_) relief_ = shadedRelief(*raster);
    raster_ = std::move(raster);
    centre_ = centre;
    enlarge_ = enlarge;
    update();
}

double TerrainPlan::scale() const {
    if (pressed_) return held_;
    const V2f covers = extent(*raster_);
    const double across = std::max({site_.x, covers.x + 2 * std::abs(centre_.x), 1.0f}),
                 along = std::max({site_.y, covers.y + 2 * std::abs(centre_.y), 1.0f});
    return 0.94 * std::min(width() / across, height() / along);
}

QPointF TerrainPlan::onScreen(const V2f& p) const {
    return QPointF(width() / 2.0 + scale() * static_cast<double>(p.x),
                   height() / 2.0 - scale() * static_cast<double>(p.y));
}

void TerrainPlan::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), Theme::now().surround);
    if (!raster_) return;
    p.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    const V2f half = extent(*raster_) * 0.5f;
    p.drawImage(QRectF(onScreen(centre_ + V2f(-half.x, half.y)), onScreen(centre_ + V2f(half.x, -half.y))), relief_);
    const auto rectangle = [&](const V2f& middle, const V2f& size) {
        return QRectF(onScreen(middle + V2f(-size.x, size.y) * 0.5f), onScreen(middle + V2f(size.x, -size.y) * 0.5f));
    };
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::now().accent);
    for (const Polygon& o : outlines_) {
        QPolygonF shape;
        for (const V2f& at : o) shape << onScreen(at);
        p.drawPolygon(shape);
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Theme::now().accent, 2));
    p.drawRect(rectangle(V2f(0), site_));
    if (enlarge_) {
        p.setPen(QPen(Theme::now().accent, 2, Qt::DashLine));
        p.drawRect(rectangle(V2f(0), {std::max(site_.x, 2 * (half.x + std::abs(centre_.x))),
                                      std::max(site_.y, 2 * (half.y + std::abs(centre_.y)))}));
    }
}

void TerrainPlan::mousePressEvent(QMouseEvent* event) {
    held_ = scale();
    pressed_ = event->position();
    before_ = centre_;
}

void TerrainPlan::mouseMoveEvent(QMouseEvent* event) {
    if (!pressed_) return;
    const QPointF by = (event->position() - *pressed_) / held_;
    Q_EMIT moved(before_ + V2f(static_cast<float>(by.x()), static_cast<float>(-by.y())));
}

void TerrainPlan::mouseReleaseEvent(QMouseEvent*) {
    pressed_.reset();
    update();
}

TerrainDialog::TerrainDialog(std::shared_ptr<const HeightRaster> read, const std::filesystem::path& file,
                             const Project& project, QWidget* parent)
    : QDialog(parent), read_(std::move(read)), raster_(read_), ground_(project.ground), range_(rangeOf(*read_)) {
    setObjectName("terrainDialog");
    setWindowTitle(tr("Import %1").arg(QString::fromStdString(file.filename().string())));
    resize(880, 520);
    auto* whole = new QHBoxLayout(this);
    plan_ = new TerrainPlan(project, this);
    whole->addWidget(plan_, 1);
    auto* right = new QVBoxLayout;
    whole->addLayout(right, 1);
    found_ = new QLabel(this);
    found_->setObjectName("terrainFound");
    found_->setWordWrap(true);
    right->addWidget(found_);

    const V2f site = project.ground->grid.size();
    const double reach = std::max({static_cast<double>(site.x), static_cast<double>(site.y), 1000.0});
    const auto row = [&](const char* id, const QString& name, const ValueRange& range, double value,
                         const QString& tip) {
        auto* r = new ValueRow({id, name}, range, tip, this);
        r->setValue(value);
        right->addWidget(r);
        connect(r, &ValueRow::changed, this, &TerrainDialog::follow);
        return r;
    };
    const std::string ending = lowerExtension(file);
    if (ending == ".png" || ending == ".jpg" || ending == ".jpeg")
        white_ = row("terrainWhite", tr("White is"), ValueRange::length(0.5, 1000, 20, true), 20,
                     tr("Height that pure white stands for; black is 0"));
    if (!read_->sized)
        width_ = row("terrainWidth", tr("Width"), ValueRange::length(1, 20000, std::nullopt, true),
                     static_cast<double>(site.x), tr("The file does not say how wide it is"));
    east_ = row("terrainEast", tr("East"), ValueRange::length(-reach, reach, 0).typed(-1e5, 1e5), 0,
                tr("Where the centre of the terrain lies, from the centre of the site"));
    north_ = row("terrainNorth", tr("North"), ValueRange::length(-reach, reach, 0).typed(-1e5, 1e5), 0,
                 tr("Where the centre of the terrain lies, from the centre of the site"));
    lift_ = row("terrainLift", tr("Raise by"), ValueRange::length(-500, 500, 0).typed(-10000, 10000), 0,
                tr("Added to every height; below 0 lowers. Heights above sea level may be brought down to the site's"));
    auto* form = new QFormLayout;
    size_ = new QComboBox(this);
    size_->setObjectName("terrainSize");
    size_->setAccessibleName(tr("Site"));
    size_->setToolTip(tr("A larger site keeps what stands on it"));
    size_->addItem(tr("Keep its size, crop the terrain"));
    size_->addItem(tr("Enlarge it to the terrain"));
    form->addRow(tr("Site"), size_);
    right->addLayout(form);
    result_ = new QLabel(this);
    result_->setObjectName("terrainResult");
    result_->setWordWrap(true);
    result_->setProperty("role", "second");
    right->addWidget(result_);
    right->addStretch(1);
    auto* buttons = new QHBoxLayout;
    auto* leave = new QPushButton(tr("Cancel"), this);
    leave->setAutoDefault(false);
    auto* import = new QPushButton(tr("Import"), this);
    import->setObjectName("importTerrain");
    import->setAutoDefault(false); // Enter is for the fields
    setLook(import, "primary", true);
    buttons->addStretch(1);
    buttons->addWidget(leave);
    buttons->addWidget(import);
    right->addLayout(buttons);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(import, &QPushButton::clicked, this, &QDialog::accept);
    connect(size_, &QComboBox::currentIndexChanged, this, &TerrainDialog::follow);
    connect(plan_, &TerrainPlan::moved, this, [this](const V2f& centre) {
        east_->setValue(static_cast<double>(centre.x));
        north_->setValue(static_cast<double>(centre.y));
        follow();
    });
    follow();
}

TerrainPlace TerrainDialog::place() const {
    return {{static_cast<float>(east_->value()), static_cast<float>(north_->value())},
            static_cast<float>(lift_->value())};
}

bool TerrainDialog::enlarges() const {
    return size_->currentIndex() == 1;
}

void TerrainDialog::follow() {
    const float cell =
        width_ ? static_cast<float>(width_->value()) / static_cast<float>(read_->width - 1) : read_->cell;
    const float white = white_ ? static_cast<float>(white_->value()) : 1;
    const V2f range = range_ * white;
    // Only what was asked changes it, and then all of it.
    if ((width_ || white_) && (raster_ == read_ || raster_->cell != cell || rangeOf(*raster_) != range)) {
        auto made = std::make_shared<HeightRaster>(*read_);
        made->cell = cell;
        made->sized = true;
        for (float& v : made->values) v *= white;
        raster_ = made;
    }
    const V2f covers = extent(*raster_);
    found_->setText(tr("%1 × %2 heights, %3 apart, cover %4")
                        .arg(raster_->width)
                        .arg(raster_->height)
                        .arg(lengthText(static_cast<double>(cell)),
                             extentText(static_cast<double>(covers.x), static_cast<double>(covers.y), 0)));
    const TerrainPlace at = place();
    QStringList text{tr("Heights from %1 to %2")
                         .arg(lengthText(static_cast<double>(range.x + at.lift), 1),
                              lengthText(static_cast<double>(range.y + at.lift), 1))};
    if (enlarges()) {
        const GroundGrid grid = enlargedGrid(ground_->grid, *raster_, at.centre);
        text << tr("the site becomes %1 with a grid of %2")
                    .arg(extentText(static_cast<double>(grid.size().x), static_cast<double>(grid.size().y), 0),
                         lengthText(static_cast<double>(grid.cell)));
    } else {
        const V2f half = ground_->grid.size() * 0.5f;
        bool whole = true;
        for (int k = 0; k < 2; ++k)
            whole = whole && at.centre[k] - covers[k] / 2 <= -half[k] + 1e-3f &&
                    at.centre[k] + covers[k] / 2 >= half[k] - 1e-3f;
        text << (whole ? tr("the whole site is covered") : tr("where the terrain ends its edge goes on level"));
    }
    result_->setText(text.join(" · "));
    plan_->setTerrain(raster_, at.centre, enlarges());
}

} // namespace thallos
