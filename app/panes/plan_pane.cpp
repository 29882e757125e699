#include <cmath>

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/panes/hidden_line.h"
#include "app/panes/pane.h"
#include "app/panes/plan_reading.h"
#include "app/panes/tool.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/work/kind.h"
#include "core/trace/shading.h"

namespace thallos {

PlanPane::PlanPane(Session& session, Engine& engine, QWidget* parent) : Pane(session, engine, parent) {
    setObjectName("planPane");
    setAccessibleName(tr("Plan"));
    setMinimumSize(200, 120);
    connect(&engine_, &Engine::planReady, this, &PlanPane::setPicture);
    connect(&session_.document, &Document::builtChanged, this, [this] {
        if (framed_) return;
        framed_ = true;
        Box2f box;
        for (const Item* item : itemsOf<Building>(session_.document.project()))
            for (const Polygon& o : outlinesOf(*bodyOf<Building>(item))) box.extendBy(bounds(o));
        if (!box.isEmpty()) {
            const V2f c = box.center();
            box = {c - V2f(48, 42), c + V2f(48, 30)};
        }
        if (box.isEmpty()) box = session_.document.built()->land.field.grid.box();
        frame({{box.min.x, box.min.y, 0}, {box.max.x, box.max.y, 0}});
    });
    connect(&session_.files, &Files::changed, this, [this] { framed_ = framed_ && session_.document.built(); });
    connect(&session_.view, &View::changed, this, &PlanPane::updateView);
    connect(&session_.view, &View::readingChanged, this, [this] {
        session_.flow.setWanted(session_.view.reading().flow);
        layerOf_ = {};
        refreshPicture();
        update();
    });
    connect(&session_.flow, &AfterRest::changed, this, [this] {
        if (!session_.view.reading().flow) return; // the layer is dear to draw
        layerOf_ = {};
        update();
    });
}

void PlanPane::frame(const Box3f& box) {
    if (box.isEmpty()) return;
    centre_ = xy(box.center());
    const V2f size(std::max(box.size().x, 2.0f), std::max(box.size().y, 2.0f));
    scale_ = std::clamp(std::min(width() / (size.x * 1.06), height() / (size.y * 1.06)), 0.05, 400.0);
    request();
}

void PlanPane::setCompact(bool compact) {
    Pane::setCompact(compact);
    request();
}

QPointF PlanPane::screen(const V2f& p) const {
    return {width() / 2.0 + (p.x - centre_.x) * scale_, height() / 2.0 - (p.y - centre_.y) * scale_};
}
V2f PlanPane::place(const QPointF& at) const {
    return {centre_.x + static_cast<float>((at.x() - width() / 2.0) / scale_),
            centre_.y - static_cast<float>((at.y() - height() / 2.0) / scale_)};
}
Box2f PlanPane::inView() const {
    const V2f a = place(QPointF(0, height())), b = place(QPointF(width(), 0));
    return {a, b};
}
std::optional<QPointF> PlanPane::toScreen(const V3f& p) const {
    return screen(xy(p));
}

void PlanPane::request() {
    // Half resolution is enough for heights and shadows: outlines are drawn as lines.
    const QSize size = compact_ ? this->size() : this->size() / 2;
    if (isVisible() && width() > 32) engine_.setPlan(size, inView());
    update();
}

void PlanPane::showEvent(QShowEvent*) {
    request();
}

void PlanPane::resizeEvent(QResizeEvent*) {
    hiddenLine_->move(12, 42);
    // What was seen stays in view when the pane grows into the main place or shrinks. (The event does not tell the size
    // before when the pane went to another parent.)
    const auto measure = [](const QSize& s) { return std::min(static_cast<double>(s.width()), 1.4 * s.height()); };
    if (before_.width() > 32 && before_.height() > 32 && width() > 32 && height() > 32)
        scale_ = std::clamp(scale_ * measure(size()) / measure(before_), 0.05, 400.0);
    if (width() > 32 && height() > 32) before_ = size();
    request();
}

bool PlanPane::isUpToDate() const {
    const auto scene = engine_.scene();
    const auto site = session_.document.built();
    return site && scene && scene->site == site && picture_.site.lock() == site &&
           picture_.visibility == scene->visibility && !picture_.coarse && picture_.window == inView();
}

void PlanPane::refreshPicture() {
    if (picture_.pixels) setPicture(PlanPicture(picture_));
}

void PlanPane::setPicture(const PlanPicture& picture) {
    picture_ = picture;
    const Raster<PlanPixel>& in = *picture.pixels;
    const Theme& t = Theme::now();
    QImage image(in.width, in.height, QImage::Format_RGB32);
    const auto scene = engine_.scene();
    const Covers* covers = scene ? &scene->covers : nullptr;
    // A cover in its own colour, as far as it stays a drawing.
    std::vector<QColor> tints;
    for (size_t i = 0; covers && i < covers->materials.size(); ++i) {
        const V3f own = toSrgb(covers->materials[i].base.albedo);
        const QColor& paper = t.paper;
        const auto mixed = [](int a, float b) {
            return std::clamp(static_cast<int>(lerp(static_cast<float>(a), 255 * b, 0.45f)), 0, 255);
        };
        tints.emplace_back(mixed(paper.red(), own.x), mixed(paper.green(), own.y), mixed(paper.blue(), own.z));
    }
    const PlanTint tint = session_.view.reading().tint;
    for (int y = 0; y < in.height; ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < in.width; ++x) {
            const PlanPixel& p = in.at(x, y);
            QColor c = t.paper;
            float light = 1;
            switch (p.kind) {
            case PlanPixel::Outside:
                c = t.chrome;
                break;
            case PlanPixel::Ground:
                if (tint == PlanTint::Slope)
                    c = slopeTint(p);
                else if (tint == PlanTint::Earthwork)
                    c = earthTint(p, x, y);
                else if (p.cover > 0 && p.cover < tints.size())
                    c = tints[p.cover];
                light = 1 + 0.5f * (p.facing - 0.7f);
                break;
            case PlanPixel::Building:
                c = t.building;
                light = 1 + 0.5f * (p.facing - 0.7f);
                break;
            case PlanPixel::Water:
                c = t.water;
                break;
            case PlanPixel::Figure:
                c = t.clay;
                break;
            }
            if (p.shaded && p.kind != PlanPixel::Outside) light *= p.kind == PlanPixel::Ground ? 0.86f : 0.95f;
            auto part = [&](int v) { return std::clamp(static_cast<int>(static_cast<float>(v) * light), 0, 255); };
            line[x] = qRgb(part(c.red()), part(c.green()), part(c.blue()));
        }
    }
    image_ = image;
    imageWindow_ = picture.window;
    update();
}

PanePoint PlanPane::pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const {
    PanePoint point;
    point.at = at;
    point.modifiers = modifiers;
    const V2f p = place(at);
    const auto scene = engine_.scene();
    point.origin = {p.x, p.y, scene ? scene->bounds.max.z + 10 : 1000};
    if (!scene || !scene->site->land.field.grid.box().intersects(p)) return point;
    const V3f from(p.x, p.y, scene->bounds.max.z + 10);
    meet(from, {0, 0, -1}, from, point);
    point.ground = V3f(p.x, p.y, scene->site->land.field.at(p));
    // Figures are small from above: they are caught by their symbols, the nearest first.
    std::vector<std::pair<float, Id>> figures;
    for (const Item* item : itemsOf<Figure>(session_.document.project()))
        if (const float d = (bodyOf<Figure>(item)->at - p).length();
            session_.view.seen(*item) && d < std::max(0.5, 7 / scale_))
            figures.emplace_back(d, item->id);
    std::sort(figures.begin(), figures.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    for (const auto& [distance, id] : figures) {
        std::erase(point.under, id);
        point.under.insert(point.under.begin(), id);
        point.item = id;
    }
    return point;
}

void PlanPane::lookBy(const QPointF& pixels, Drag, const QPointF&) {
    centre_ -= V2f(static_cast<float>(pixels.x() / scale_), static_cast<float>(-pixels.y() / scale_));
    request();
}

void PlanPane::zoomBy(double steps, const QPointF& at) {
    const V2f before = place(at);
    scale_ = std::clamp(scale_ * std::pow(1.2, steps), 0.05, 400.0);
    centre_ += before - place(at);
    request();
}

void PlanPane::lookKey(QKeyEvent* event) {
    if (event->modifiers() & (Qt::ControlModifier | Qt::AltModifier)) return QWidget::keyPressEvent(event);
    const QPointF step = event->modifiers() & Qt::ShiftModifier ? QPointF(160, 160) : QPointF(40, 40);
    switch (event->key()) {
    case Qt::Key_Left:
        lookBy({step.x(), 0}, Drag::Shift, {});
        break;
    case Qt::Key_Right:
        lookBy({-step.x(), 0}, Drag::Shift, {});
        break;
    case Qt::Key_Up:
        lookBy({0, step.y()}, Drag::Shift, {});
        break;
    case Qt::Key_Down:
        lookBy({0, -step.y()}, Drag::Shift, {});
        break;
    case Qt::Key_Plus:
        zoomBy(1, rect().center());
        break;
    case Qt::Key_Minus:
        zoomBy(-1, rect().center());
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

void PlanPane::drawContours(QPainter& painter) {
    const auto built = session_.document.built();
    const Box2f w = inView();
    // A line about every 14 pixels on the site's mean slope.
    const V2f range = built->land.field.range();
    const float slope = std::max((range.y - range.x) / std::max(built->land.field.grid.size().x, 1.0f) * 2, 0.02f);
    float interval = 0.05f;
    for (float step : {0.1f, 0.25f, 0.5f, 1.0f, 2.0f, 5.0f, 10.0f, 25.0f})
        if (interval / slope * static_cast<float>(scale_) < (compact_ ? 16 : 11)) interval = step;
    const int step = std::max(1, static_cast<int>(2.5 / (scale_ * built->land.field.grid.cell)));
    const bool covered = contours_.window.intersects(w.min) && contours_.window.intersects(w.max);
    if (contours_.site != built.get() || !covered || contours_.interval != interval || contours_.step != step) {
        // Wider where the view moves; while the site changes, the next lines are others anyway.
        const V2f margin = contours_.site == built.get() ? w.size() * 0.4f : V2f(0);
        const Box2f wide(w.min - margin, w.max + margin);
        contours_ = {built.get(), wide, step, interval, contours(built->land.field, wide, interval, step)};
    }
    QList<QRectF> labels;
    for (const Contour& c : contours_.lines) {
        const bool index = std::abs(std::remainder(c.height, interval * 4)) < interval * 0.1f;
        QPainterPath path;
        for (const auto& [a, b] : c.segments) {
            path.moveTo(screen(a));
            path.lineTo(screen(b));
        }
        painter.setPen(QPen(index ? Theme::now().indexContour : Theme::now().contour, index ? 1.2 : 0.8));
        painter.drawPath(path);
        if (!index || compact_ || c.segments.size() < 24) continue;
        // One label where the line runs level enough to be read.
        for (size_t i = c.segments.size() / 3; i < c.segments.size(); i += 7) {
            const QPointF a = screen(c.segments[i].first), d = screen(c.segments[i].second) - a;
            const QRectF box(a - QPointF(20, 8), QSizeF(40, 16));
            bool free = rect().adjusted(30, 60, -30, -70).contains(a.toPoint()) && std::abs(d.y()) < std::abs(d.x());
            for (const QRectF& l : labels) free = free && !l.intersects(box.adjusted(-60, -30, 60, 30));
            if (!free) continue;
            labels.append(box);
            painter.setFont(typeface(Type::Small));
            painter.fillRect(box.adjusted(4, 1, -4, -1), Theme::now().paper);
            painter.setPen(Theme::now().indexContour);
            painter.drawText(box, Qt::AlignCenter, decimalText(c.height, interval < 0.2f ? 2 : 1));
            break;
        }
    }
    drawRoofs(painter);
}

// Under a roof no contour is drawn: the ground there is cut away.
void PlanPane::drawRoofs(QPainter& painter) {
    QPainterPath roofs;
    roofs.setFillRule(Qt::WindingFill);
    const Box2f w = inView();
    for (const Item* item : itemsOf<Building>(session_.document.built()->project)) {
        if (!session_.view.seen(*item)) continue;
        for (Polygon o : outlinesOf(*bodyOf<Building>(item))) {
            if (!bounds(o).intersects(w)) continue;
            // All one way round, so that none cuts another.
            float twice = 0;
            for (size_t i = 0; i < o.size(); ++i) twice += o[i].cross(o[(i + 1) % o.size()]);
            if (twice < 0) std::reverse(o.begin(), o.end());
            QPolygonF line;
            for (const V2f& p : o) line << screen(p);
            roofs.addPolygon(line);
            roofs.closeSubpath();
        }
    }
    if (roofs.isEmpty()) return;
    painter.save();
    painter.setClipPath(roofs);
    drawPicture(painter);
    painter.restore();
}

void PlanPane::drawPicture(QPainter& painter) {
    if (image_.isNull()) return;
    const QPointF a = screen({imageWindow_.min.x, imageWindow_.max.y}),
                  b = screen({imageWindow_.max.x, imageWindow_.min.y});
    painter.drawImage(QRectF(a, b), image_);
}

void PlanPane::drawPlanting(QPainter& painter) {
    const auto built = session_.document.built();
    const Box2f w = inView();
    // Areas first, hatched; then each tree and shrub by its crown.
    for (const auto& item : built->project.items)
        if (session_.view.seen(*item))
            withItemKind(*item, [&](const auto& kind, const auto& body) { kind.drawGround(body, painter, *this); });
    struct Symbol {
        QPointF at;
        double radius;
        bool conifer, shrub;
    };
    std::vector<Symbol> symbols;
    const Visibility visibility = session_.view.visibility();
    const bool hides = !visibility.hidden.empty();
    const auto isSeen = [&](uint64_t id) {
        return !std::binary_search(visibility.hidden.begin(), visibility.hidden.end(), Id{id});
    };
    std::vector<float> spreads(built->library->species().size(),
                               -1); // as the recipes say: nothing is grown for a symbol
    for (const auto& tiles : built->plants)
        for (const auto& tile : tiles) {
            if (!visibility.planting) break;
            if (tile->bounds.max.x < w.min.x || tile->bounds.min.x > w.max.x || tile->bounds.max.y < w.min.y ||
                tile->bounds.min.y > w.max.y)
                continue;
            for (size_t i = 0; i < tile->woody; ++i) { // grass has no symbol
                const PlantRecord& r = tile->records[i];
                if (hides && !isSeen(r.item)) continue;
                const SpeciesRecipe& recipe = built->library->species()[r.individual.species()].recipe;
                float& spread = spreads[static_cast<size_t>(r.individual.species())];
                if (spread < 0) spread = built->library->species()[r.individual.species()].spread();
                const double radius = scaleOf(r) * spread * 0.42 * scale_;
                symbols.push_back({screen({r.x, r.y}), radius, recipe.kind == SpeciesKind::Conifer,
                                   recipe.kind == SpeciesKind::Shrub});
            }
        }
    const bool many = symbols.size() > 2000;
    for (const Symbol& s : symbols) {
        if (s.radius < 0.5) continue;
        QColor fill = s.conifer ? QColor(0x5F, 0x86, 0x6B)
                      : s.shrub ? QColor(0x9A, 0xB4, 0x78)
                                : QColor(0x8F, 0xBB, 0x93);
        fill.setAlpha(120);
        painter.setBrush(fill);
        if (many || s.radius < 3) {
            painter.setPen(Qt::NoPen);
            painter.drawEllipse(s.at, s.radius, s.radius);
            continue;
        }
        // A leafy outline for broadleaves, a star of boughs for conifers.
        QPainterPath path;
        const int lobes = s.conifer ? 14 : 9;
        for (int i = 0; i <= lobes * 2; ++i) {
            const double a = M_PI * i / lobes + s.at.x() * 0.7,
                         k = s.conifer ? (i % 2 ? 1.0 : 0.72) : (i % 2 ? 1.0 : 0.88);
            const QPointF p = s.at + QPointF(std::cos(a), std::sin(a)) * s.radius * k;
            i ? path.lineTo(p) : path.moveTo(p);
        }
        painter.setPen(QPen(QColor(0x55, 0x7D, 0x5C), 1));
        painter.drawPath(path);
        painter.setBrush(QColor(0x45, 0x66, 0x4B));
        painter.setPen(Qt::NoPen);
        painter.drawEllipse(s.at, 1.3, 1.3);
    }
}

void PlanPane::drawItems(QPainter& painter) {
    for (const auto& item : session_.document.project().items)
        if (session_.view.seen(*item))
            withItemKind(*item, [&](const auto& kind, const auto& body) { kind.drawPlan(body, painter, *this); });
}

void PlanPane::drawCamera(QPainter& painter) {
    const Shot shot = session_.view.shot();
    const Camera& c = shot.camera;
    const QPointF eye = screen(xy(c.position));
    const double half = horizontalField(c) / 2, reach = std::min(46 * scale_, 0.55 * std::max(width(), height()));
    auto towards = [&](double a) { return eye + QPointF(std::sin(a), -std::cos(a)) * reach; };
    const QPolygonF cone({eye, towards(c.yaw - half), towards(c.yaw + half)});
    painter.setBrush(QColor(31, 38, 34, 18));
    painter.setPen(QPen(Theme::now().ink, 1));
    painter.drawPolyline(QPolygonF({cone[1], eye, cone[2]}));
    painter.setPen(QPen(Theme::now().ink, 1, Qt::DashLine));
    painter.drawPolygon(cone);
    painter.setBrush(Theme::now().ink);
    painter.setPen(Qt::NoPen);
    painter.drawEllipse(eye, 4, 4);
    // Where the light comes from.
    const Place& place = session_.document.project().site->place;
    const SunPosition sun = sunPosition(place, shot.daylight.time);
    if (sun.altitude > -1) {
        const double a = (sun.azimuth + place.north) * M_PI / 180;
        const QPointF middle(width() / 2.0, height() / 2.0);
        const double r = 0.42 * std::min(width(), height());
        const QPointF at = middle + QPointF(std::sin(a), -std::cos(a)) * r;
        painter.setPen(QPen(Theme::now().ochre, 1.4, Qt::DashLine));
        painter.drawLine(middle + (at - middle) * 0.35, at);
        painter.setPen(Qt::NoPen);
        painter.setBrush(Theme::now().ochre);
        painter.drawEllipse(at, 5, 5);
    }
}

void PlanPane::drawFurniture(QPainter& painter) {
    const Theme& t = Theme::now();
    // Scale bar of a round length near a fifth of the width.
    const double unit = showsFeet() ? 0.3048 : 1;
    double length = 1;
    for (double l : {2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0})
        if (l * unit * scale_ < width() * 0.22) length = l;
    const double w = length * unit * scale_, y = height() - 18;
    const double x = compact_ ? 12 : 20;
    QColor ground = t.field;
    ground.setAlpha(190);
    painter.fillRect(QRectF(x - 8, y - 13, w + 50, 21), ground); // readable over symbols
    painter.setPen(QPen(t.ink, 1.2));
    painter.drawPolyline(QPolygonF({{x, y - 5}, {x, y}, {x + w, y}, {x + w, y - 5}}));
    painter.drawLine(QPointF(x + w / 2, y - 3), QPointF(x + w / 2, y));
    painter.setFont(typeface(Type::Small));
    painter.drawText(QPointF(x + w + 7, y + 3), (showsFeet() ? tr("%1 ft") : tr("%1 m")).arg(length));
    const QPointF n(width() - 22.0, height() - 46.0);
    painter.save(); // true north, about the middle of the arrow
    painter.translate(n + QPointF(0, 16));
    painter.rotate(session_.document.project().site->place.north);
    painter.translate(-n - QPointF(0, 16));
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.ink);
    painter.drawPolygon(QPolygonF({n, n + QPointF(-7, 24), n + QPointF(0, 18), n + QPointF(7, 24)}));
    painter.setPen(t.ink);
    painter.drawText(QRectF(n.x() - 12, n.y() + 25, 24, 14), Qt::AlignCenter, tr("N"));
    painter.restore();
    if (compact_)
        drawChip(painter, QPointF(8, 8), tr("Plan") + "   Tab", typeface(Type::Medium));
    else
        drawHint(painter, QPointF(x + w + 60, height() - 10), width() - x - w - 120);
    if (compact_) return;
    const PlanTint tint = session_.view.reading().tint;
    const QString of = tint == PlanTint::Slope       ? tr("Site plan · slope")
                       : tint == PlanTint::Earthwork ? tr("Site plan · cut and fill")
                                                     : tr("Site plan");
    drawChip(painter, QPointF(12, 12),
             tr("%1 · north up · contour interval %2").arg(of, lengthText(contours_.interval)), typeface(Type::Medium));
    drawTintKey(painter, QPointF(12, hiddenLine_->isVisible() ? 74 : 42), tint);
}

void PlanPane::drawLayer(QPainter& painter) {
    painter.fillRect(rect(), Theme::now().paper);
    drawPicture(painter);
    if (!session_.document.built()) return;
    drawContours(painter);
    if (session_.view.reading().flow) drawFlow(painter, *this, session_.flow.lines());
    drawPlanting(painter);
    if (session_.view.reading().spots && !compact_) drawSpotHeights(painter, *this, *session_.document.built());
}

void PlanPane::paintEvent(QPaintEvent*) {
    const LayerOf now{session_.document.built(),  picture_.pixels, inView(), size(),
                      session_.view.visibility(), Theme::name(),   compact_};
    if (layer_.isNull() || !(layerOf_ == now)) {
        layer_ = QPixmap(size() * devicePixelRatioF());
        layer_.setDevicePixelRatio(devicePixelRatioF());
        QPainter painter(&layer_);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        drawLayer(painter);
        layerOf_ = now;
    }
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawPixmap(0, 0, layer_);
    if (session_.document.built()) {
        drawItems(painter);
        drawMarks(painter);
        drawSelected(painter);
        drawCamera(painter);
        if (tool_) tool_->draw(painter, *this);
        drawFurniture(painter);
        drawSnaps(painter, QPointF(width() - 12.0, 12));
        drawCentre(painter);
        drawProbe(painter);
    }
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().accent, 2));
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

} // namespace thallos
