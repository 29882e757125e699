#include "app/tools/makers.h"

#include <cmath>

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/edits.h"

namespace thallos {

namespace {

// What a stroke is called in the history, by the brush.
QString strokeName(BrushKind kind) {
    const QString names[] = {tr("Raise"),   tr("Lower"),       tr("Level"),     tr("Ramp"),    tr("Smooth"),
                             tr("Roughen"), tr("Slump"),       tr("Ruts"),      tr("Restore"), tr("Protect"),
                             tr("Release"), tr("Paint cover"), tr("Wipe cover")};
    return names[static_cast<int>(kind)];
}

class BrushTool : public Tool {
public:
    BrushTool(Session& s, Tools& tools, const BrushKind& kind) : session_(s), tools_(tools), kind_(kind) {}
    bool press(Pane&, const PanePoint& point) override {
        const auto& site = session_.document.built();
        if (!point.ground || !site) return false;
        const V2f p = xy(*point.ground);
        Brush& brush = tools_.brushes.of(kind_);
        // With Shift the height there is picked, and nothing is changed.
        if (kind_ == BrushKind::Level && (point.modifiers & Qt::ShiftModifier)) {
            brush.level = site->land.field.at(p);
            tools_.brushes.levelChosen = true;
            Q_EMIT session_.toolSettingsChanged();
            return true;
        }
        if (kind_ == BrushKind::Level && !tools_.brushes.levelChosen) brush.level = site->land.field.at(p);
        stroke_ = QString("stroke %1").arg(++strokes_);
        heights_.reset();
        at_ = point;
        if (kind_ == BrushKind::Ramp) {
            const Project& now = session_.document.project();
            const Id id = layerFor(now, kind_, session_.selection.last());
            const auto* layer = bodyOf<Sculpting>(find(now, id));
            ramp_.emplace(Ramp{p, layer ? *layer : Sculpting(), landOf(now, &site->land, id)});
            return true;
        }
        walk_.emplace(p, std::max(brush.radius * 0.25f, 0.1f));
        dabsTo(p, point);
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        at_ = point;
        if (!point.ground || stroke_.isEmpty()) return;
        if (ramp_)
            rampTo(xy(*point.ground), point);
        else
            dabsTo(xy(*point.ground), point);
    }
    void release(Pane&, const PanePoint&) override {
        if (stroke_.isEmpty()) return;
        stroke_.clear();
        walk_.reset();
        ramp_.reset();
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
        Brush b = tools_.brushes.of(kind_);
        b.radius = leant(b.radius);
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
        if (ramp_)
            for (const QPolygonF& l : pane.groundLine({ramp_->from, c}, false)) haloLine(p, l, Theme::now().accent);
        drawLeader(p, c, *middle, b);
    }
    QString hint() const override {
        const QString radius = tr("[ and ] change the radius");
        switch (kind_) {
        case BrushKind::Raise:
            return tr("Drag to raise · Ctrl lowers · %1").arg(radius);
        case BrushKind::Lower:
            return tr("Drag to lower · Ctrl raises · %1").arg(radius);
        case BrushKind::Level:
            return tr("Drag to level to %1 · Shift+click picks another height · %2")
                .arg(tools_.brushes.levelChosen ? lengthText(static_cast<double>(tools_.brushes.of(kind_).level))
                                                : tr("the height where you start"),
                     radius);
        case BrushKind::Ramp:
            return tr("Drag from one end of a ramp to the other; the ground runs straight between their heights · %1")
                .arg(radius);
        case BrushKind::Smooth:
            return tr("Drag to smooth · Ctrl roughens · %1").arg(radius);
        case BrushKind::Roughen:
            return tr("Drag to roughen · Ctrl smooths · %1").arg(radius);
        case BrushKind::Slump:
            return tr("Drag over banks: they slide until they stand · %1").arg(radius);
        case BrushKind::Rut:
            return tr("Drag along: two wheels leave their ruts");
        case BrushKind::Restore:
            return tr("Drag to take sculpting back · %1").arg(radius);
        case BrushKind::Protect:
        case BrushKind::Release:
            return tr("Drag to keep the ground from brushes · Ctrl releases it · %1").arg(radius);
        case BrushKind::Paint:
        case BrushKind::Wipe:
            break;
        }
        return tr("Drag to paint · Ctrl wipes it off · %1").arg(radius);
    }

private:
    // The height there, and how far it was moved from the ground before.
    void drawLeader(QPainter& p, const V2f& c, const QPointF& middle, const Brush& b) const {
        const auto& site = session_.document.built();
        if (!site) return;
        const float z = site->land.field.at(c), bare = site->land.bare.at(c);
        QStringList lines{lengthText(static_cast<double>(z)),
                          (z >= bare ? tr("%1 above original ground") : tr("%1 below original ground"))
                              .arg(lengthText(static_cast<double>(std::abs(z - bare))))};
        if (kind_ == BrushKind::Level && tools_.brushes.levelChosen)
            lines << tr("levels to %1").arg(lengthText(static_cast<double>(b.level)));
        if (ramp_) {
            const float start = ramp_->before.field.at(ramp_->from), end = ramp_->before.field.at(c),
                        length = (c - ramp_->from).length();
            if (length > 0.05f)
                lines << tr("%1 long, slope %2 %")
                             .arg(lengthText(static_cast<double>(length), 1),
                                  decimalText(100 * static_cast<double>((end - start) / length), 1));
        }
        if (b.limit) lines << tr("limit %1").arg(lengthText(static_cast<double>(*b.limit)));
        const QFontMetricsF metrics(typeface(Type::Small));
        double wide = 124;
        for (const QString& line : lines) wide = std::max(wide, metrics.horizontalAdvance(line) + 16);
        const QPointF corner = middle + QPointF(56, -50);
        p.setPen(QPen(Theme::now().ink, 1.2));
        p.drawLine(middle, corner + QPointF(0, 18));
        p.setBrush(Theme::now().field);
        p.setPen(QPen(Theme::now().ink, 1));
        p.drawRoundedRect(QRectF(corner, QSizeF(wide, 4 + 16 * static_cast<double>(lines.size()))), 3, 3);
        for (qsizetype i = 0; i < lines.size(); ++i) {
            p.setFont(typeface(i == 0 ? Type::Medium : Type::Small));
            p.drawText(QRectF(corner + QPointF(8, 2 + 16 * static_cast<double>(i)), QSizeF(wide - 12, 16)),
                       Qt::AlignVCenter, lines[i]);
        }
    }
    // A pen that is held flat makes a broad mark, as the side of a pencil does.
    float leant(float radius) const { return radius * (1 + (at_ ? at_->pen.lean : 0)); }
    void widen(double steps) {
        Brush& b = tools_.brushes.of(kind_);
        const float before = b.radius;
        b.radius = std::clamp(b.radius * static_cast<float>(std::pow(1.15, steps)), 0.2f, 200.0f);
        // A wider brush moves as much more, so that it feels the same.
        if (b.kind == BrushKind::Raise || b.kind == BrushKind::Lower || b.kind == BrushKind::Roughen)
            b.strength = std::clamp(b.strength * b.radius / before, 0.005f, 2.0f);
        Q_EMIT session_.toolSettingsChanged(); // the inspector shows the new radius
    }
    // All of it anew from what the layer was when the drag began; whatever else has come since then stays.
    void rampTo(const V2f& p, const PanePoint& point) {
        Brush b = tools_.brushes.of(kind_);
        b.radius = leant(b.radius);
        b.strength *= point.pen.pressure;
        Project now = session_.document.project();
        const Id chosen = session_.selection.last();
        if (const Item* layer = find(now, layerFor(now, kind_, chosen))) {
            Item item = *layer;
            item.body = ramp_->layer;
            now = replaced(now, item);
        }
        now = ramped(now, ramp_->before.field, b, ramp_->from, p, chosen);
        session_.document.edit(strokeName(kind_), now, stroke_, BuildMode::Moving);
    }
    void dabsTo(const V2f& p, const PanePoint& point) {
        Brush b = tools_.brushes.of(kind_);
        b.strength *= point.pen.pressure;
        b.radius = leant(b.radius);
        // The eraser does the opposite, as Ctrl does; both together do what the brush does.
        if (point.pen.turned != bool(point.modifiers & Qt::ControlModifier)) b.kind = inverse(b.kind);
        const auto& site = session_.document.built();
        const Id chosen = session_.selection.last();
        const Project& before = session_.document.project();
        Project now = before;
        for (const V2f& at : walk_->to(p)) {
            // The site is built now and then; a dab that asks for heights must see the dabs before it.
            if (asksHeights(b))
                heights_ = landOf(now, heights_ ? &*heights_ : &site->land, layerFor(now, b.kind, chosen));
            now = dabbed(now, heights_ ? heights_->field : site->land.field, b, at, chosen, dabs_++, walk_->along());
        }
        if (!(now == before)) session_.document.edit(strokeName(b.kind), now, stroke_, BuildMode::Moving);
    }
    Session& session_;
    Tools& tools_;
    const BrushKind& kind_; // as it is chosen
    std::optional<StrokeWalk> walk_;
    struct Ramp { // that is being drawn
        V2f from;
        Sculpting layer; // as it was
        Land before;     // heights that it came to then
    };
    std::optional<Ramp> ramp_;
    QString stroke_; // empty: none
    int strokes_ = 0;
    uint64_t dabs_ = 0;
    std::optional<Land> heights_; // that the layer comes to as the stroke has left it; none: not asked for
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
        w.level = session_.document.built()->land.field.at(w.spot) + 0.6f;
        session_.document.edit(tr("Add water"), added(session_.document.project(), tr("Water").toStdString(), w, &id));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override { return tr("Click a hollow to fill it %1 deep").arg(lengthText(0.6)); }

private:
    Session& session_;
};

} // namespace

std::unique_ptr<Tool> makeBrushTool(Session& session, Tools& tools, const BrushKind& kind) {
    return std::make_unique<BrushTool>(session, tools, kind);
}
std::unique_ptr<Tool> makePadTool(Session& session) {
    return std::make_unique<PadTool>(session);
}
std::unique_ptr<Tool> makeWaterTool(Session& session) {
    return std::make_unique<WaterTool>(session);
}

} // namespace thallos
