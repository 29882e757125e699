#include "app/tools/makers.h"

#include <cmath>

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/work/edits.h"

namespace thallos {

namespace {

class BrushTool : public Tool {
public:
    BrushTool(Session& s, Tools& tools, BrushKind kind) : session_(s), tools_(tools), kind_(kind) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground || !session_.document.built()) return false;
        last_ = xy(*point.ground);
        stroke_ = QString("stroke %1").arg(++strokes_);
        from_.reset();
        at_ = point;
        dabAt(last_, point);
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        at_ = point;
        if (!point.ground || stroke_.isEmpty()) return;
        // Dabs at even steps along the stroke, however fast the pointer is.
        const float step = std::max(tools_.brushes.of(kind_).radius * 0.25f, 0.1f);
        V2f to = xy(*point.ground);
        for (int n = 0; (to - last_).length() >= step && n < 64; ++n) {
            last_ += (to - last_).normalized() * step;
            dabAt(last_, point);
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (stroke_.isEmpty()) return;
        stroke_.clear();
        session_.document.endEdit();
    }
    bool busy() const override { return !stroke_.isEmpty(); }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        return event.key() == Qt::Key_BracketLeft || event.key() == Qt::Key_BracketRight;
    }
    bool key(Pane&, QKeyEvent* event) override {
        if (event->key() != Qt::Key_BracketLeft && event->key() != Qt::Key_BracketRight) return false;
        widen(event->key() == Qt::Key_BracketLeft ? -1 : 1);
        return true;
    }
    bool wheel(Pane&, double steps, Qt::KeyboardModifiers modifiers) override {
        if (modifiers != Qt::ShiftModifier) return false;
        widen(steps);
        return true;
    }
    void draw(QPainter& p, const Pane& pane) const override {
        if (!at_ || !at_->ground || pane.compact()) return;
        const Brush& b = tools_.brushes.of(kind_);
        const V2f c = xy(*at_->ground);
        for (const QPolygonF& l : pane.groundCircle(c, b.radius)) haloLine(p, l, Theme::now().accent);
        if (b.falloff > 0.02f && b.falloff < 0.98f) {
            p.setPen(QPen(Theme::now().accent, 1, Qt::DashLine));
            for (const QPolygonF& l : pane.groundCircle(c, b.radius * (1 - b.falloff))) p.drawPolyline(l);
        }
        const auto middle = pane.toScreen(*at_->ground);
        if (!middle) return;
        p.setPen(QPen(Theme::now().ink, 1.2));
        p.drawLine(*middle - QPointF(5, 0), *middle + QPointF(5, 0));
        p.drawLine(*middle - QPointF(0, 5), *middle + QPointF(0, 5));
        // Height now, and how far it was moved from where it started.
        const auto& site = pane.session().document.built();
        if (!site) return;
        const float z = site->field.at(c), bare = HeightField{site->field.grid, site->bare, {}}.at(c);
        const QPointF corner = *middle + QPointF(56, -50);
        p.drawLine(*middle, corner + QPointF(0, 18));
        const QString a = lengthText(z),
                      d = (z >= bare ? tr("%1 above original ground") : tr("%1 below original ground"))
                              .arg(lengthText(std::abs(z - bare)));
        p.setBrush(Theme::now().field);
        p.setPen(QPen(Theme::now().ink, 1));
        p.drawRoundedRect(QRectF(corner, QSizeF(124, 36)), 3, 3);
        p.setFont(typeface(Type::Medium));
        p.drawText(QRectF(corner + QPointF(8, 2), QSizeF(112, 17)), Qt::AlignVCenter, a);
        p.setFont(typeface(Type::Small));
        p.drawText(QRectF(corner + QPointF(8, 17), QSizeF(112, 17)), Qt::AlignVCenter, d);
    }
    QString hint() const override {
        if (kind_ == BrushKind::Smooth) return tr("Drag to smooth · [ and ] change the radius");
        if (kind_ == BrushKind::Gravel || kind_ == BrushKind::MeadowSoil)
            return tr("Drag to paint · Ctrl paints the other cover · [ and ] change the radius");
        return (kind_ == BrushKind::Raise ? tr("Drag to raise · Ctrl lowers · [ and ] change the radius")
                                          : tr("Drag to lower · Ctrl raises · [ and ] change the radius"));
    }

private:
    void widen(double steps) {
        Brush& b = tools_.brushes.of(kind_);
        b.radius = std::clamp(b.radius * static_cast<float>(std::pow(1.15, steps)), 0.2f, 200.0f);
        Q_EMIT session_.toolSettingsChanged(); // the inspector shows the new radius
    }
    void dabAt(const V2f& where, const PanePoint& point) {
        Brush b = tools_.brushes.of(kind_);
        b.strength *= point.pressure;
        if (point.modifiers & Qt::ControlModifier) b.kind = inverse(b.kind);
        static const char* names[] = {"Raise", "Lower", "Smooth", "Paint gravel", "Paint meadow soil"};
        // The site is built now and then; a smoothing dab must see those before it.
        const auto& now = session_.document.project().ground;
        if (!from_ || from_->grid != now->grid) {
            heights_ = session_.document.built()->natural;
            from_ = session_.document.built()->project.ground;
        }
        if (b.kind == BrushKind::Smooth && from_ != now) {
            heights_ = buildNatural(*now, session_.document.built()->bare, from_.get(), &heights_);
            from_ = now;
        }
        Ground next = dab(*now, heights_, b, where, dabs_++);
        session_.document.edit(tr(names[static_cast<int>(b.kind)]),
                               withGround(session_.document.project(), std::move(next)), stroke_, BuildMode::Moving);
    }
    Session& session_;
    Tools& tools_;
    BrushKind kind_;
    V2f last_{0};
    QString stroke_;
    int strokes_ = 0;
    uint64_t dabs_ = 0;
    // The ground without pads as the stroke has left it so far, and which ground that is of; null: no stroke.
    HeightField heights_;
    std::shared_ptr<const Ground> from_;
};

class PadTool : public Tool {
public:
    explicit PadTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        const Item* item = session_.document.item(point.item);
        if (!bodyOf<Building>(item)) {
            Q_EMIT session_.message(tr("Click a building: its pad lies under it."));
            return true;
        }
        levelPad(session_, item->id);
        return true;
    }
    QString hint() const override { return tr("Click a building to level the ground under it"); }

private:
    Session& session_;
};

class WaterTool : public Tool {
public:
    explicit WaterTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!session_.document.built() || !onGround(session_, point)) return true;
        // What is water already is selected: its level is at the right.
        for (const WaterBody& body : session_.document.built()->waters)
            if (body.region->holds(xy(*point.ground)) && session_.document.item(body.item)) {
                session_.selection.set(body.item);
                return true;
            }
        Id id;
        Water w;
        w.spot = xy(*point.ground);
        w.level = session_.document.built()->field.at(w.spot) + 0.6f;
        session_.document.edit(tr("Add water"), added(session_.document.project(), tr("Water").toStdString(), w, &id));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override { return tr("Click a hollow to fill it %1 deep").arg(lengthText(0.6)); }

private:
    Session& session_;
};

} // namespace

std::unique_ptr<Tool> makeBrushTool(Session& session, Tools& tools, BrushKind kind) {
    return std::make_unique<BrushTool>(session, tools, kind);
}
std::unique_ptr<Tool> makePadTool(Session& session) {
    return std::make_unique<PadTool>(session);
}
std::unique_ptr<Tool> makeWaterTool(Session& session) {
    return std::make_unique<WaterTool>(session);
}

} // namespace thallos
