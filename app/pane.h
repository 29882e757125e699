// What the shot and the plan have in common: picking, tools, and drawing over the picture.
#pragma once

#include <optional>

#include <QWidget>

#include "app/engine.h"
#include "app/session.h"

namespace thallos {

class Tool;

// A place under the pointer.
struct PanePoint {
    QPointF at;                 // in the pane, device-independent pixels
    std::optional<V3f> ground;  // the ground there, if any
    std::optional<V3f> surface; // whatever is seen there
    Id item;                    // of what is seen
    std::vector<Id> under;      // it and what lies behind it, down to the ground
    Qt::KeyboardModifiers modifiers;
};

class Pane : public QWidget {
    Q_OBJECT
public:
    Pane(Session& session, Engine& engine, QWidget* parent);

    void setTool(Tool* tool);
    Tool* tool() const { return tool_; }
    // Small, beside the main pane, or large in it.
    virtual void setCompact(bool compact);
    bool compact() const { return compact_; }

    virtual std::optional<QPointF> toScreen(const V3f& p) const = 0;
    virtual PanePoint pick(const QPointF& at, Qt::KeyboardModifiers modifiers = {}) const = 0;
    // A circle on the ground as it appears here.
    QPolygonF groundCircle(const V2f& centre, float radius) const;
    QPolygonF groundLine(const std::vector<V2f>& points, bool closed) const;
    float groundAt(const V2f& p) const;
    Session& session() const { return session_; }

signals:
    void swapRequested();
    void hovered(const PanePoint& point);

protected:
    enum class Drag { None, Tool, Look, Shift, Frame }; // Frame: a rectangle round what is to be chosen
    // What the ray meets, into `point`.
    void meet(const V3f& origin, const V3f& direction, const V3f& camera, PanePoint& point) const;
    virtual void lookBy(const QPointF& pixels, Drag how, const QPointF& at) = 0;
    virtual void zoomBy(double steps, const QPointF& at) = 0;
    virtual void lookKey(QKeyEvent* event) = 0;
    void drawChip(QPainter& painter, const QPointF& topLeft, const QString& text, const QFont& font) const;
    std::vector<QPolygonF> outlineOf(const Item& item) const; // on the ground
    void drawChosen(QPainter& painter) const;                 // and the rectangle that is being drawn
    void drawHint(QPainter& painter, const QPointF& bottomLeft, double room) const; // what buttons and keys do now

    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override { update(); }

    Session& session_;
    Engine& engine_;
    Tool* tool_ = nullptr;
    bool compact_ = false;
    Drag drag_ = Drag::None;
    QPointF last_;

private:
    bool choosing() const; // no tool has the left button for itself
    std::vector<Id> framed() const;
    QPointF pressed_, clickedBefore_;
    Id chosenByPress_, chosenBefore_;
};

class ShotPane : public Pane {
    Q_OBJECT
public:
    ShotPane(Session& session, Engine& engine, QWidget* parent);
    std::optional<QPointF> toScreen(const V3f& p) const override;
    PanePoint pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const override;
    QRectF pictureRect() const; // where the picture lies in the pane
    const ShotPicture& picture() const { return picture_; }

public slots:
    void setPicture(const thallos::ShotPicture& picture);

protected:
    void lookBy(const QPointF& pixels, Drag how, const QPointF& at) override;
    void zoomBy(double steps, const QPointF& at) override;
    void lookKey(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void requestSize();
    ShotPicture picture_;
};

class PlanPane : public Pane {
    Q_OBJECT
public:
    PlanPane(Session& session, Engine& engine, QWidget* parent);
    std::optional<QPointF> toScreen(const V3f& p) const override;
    PanePoint pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const override;
    void setCompact(bool compact) override;
    // Shows the box with a margin.
    void frame(const Box2f& box);
    double pixelsPerMetre() const { return scale_; }

public slots:
    void setPicture(const thallos::PlanPicture& picture);

protected:
    void lookBy(const QPointF& pixels, Drag how, const QPointF& at) override;
    void zoomBy(double steps, const QPointF& at) override;
    void lookKey(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    QPointF screen(const V2f& p) const;
    V2f place(const QPointF& at) const;
    Box2f window() const;
    void request();
    void drawContours(QPainter& painter);
    void drawPlanting(QPainter& painter);
    void drawItems(QPainter& painter);
    void drawCamera(QPainter& painter);
    void drawFurniture(QPainter& painter);

    V2f centre_{0};
    double scale_ = 6; // pixels a metre
    bool framed_ = false;
    QImage image_;
    Box2f imageWindow_;
    struct ContourCache {
        const BuiltSite* site = nullptr;
        Box2f window;
        double scale = 0;
        float interval = 1;
        std::vector<Contour> lines;
    } contours_;
};

} // namespace thallos
