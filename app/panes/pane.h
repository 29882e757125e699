// What the shot and the plan have in common: picking, tools, and drawing over the picture.
#pragma once

#include <optional>

#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

#include "app/work/engine.h"
#include "app/work/session.h"
#include "core/ground/contour.h"

namespace thallos {

class Tool;

// How a pen is held; a mouse is one that is held firmly and upright.
struct Pen {
    float pressure = 1;  // 0..1
    float lean = 0;      // 0 upright .. 1 as flat as it can be told
    bool turned = false; // with its eraser down
};

// A place under the pointer.
struct PanePoint {
    QPointF at;                 // in the pane, device-independent pixels
    std::optional<V3f> ground;  // the ground there, if any
    std::optional<V3f> surface; // whatever is seen there
    Id item;                    // of what is seen
    std::vector<Id> under;      // it and what lies behind it, down to the ground
    Qt::KeyboardModifiers modifiers;
    V3f origin{0}, direction{0, 0, -1}; // of the ray, also outside the picture
    bool inside = false;                // the picture, or the site in the plan
    int specimen = -1;                  // of the item, when that is a planting
    int part = -1, material = -1;       // of the item, when that is a building
    Pen pen;
};

class HiddenLine;

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
    // At that place, across the line of sight.
    virtual double metresPerPixel(const V3f& p) const = 0;
    // Brings a box of the site into view.
    virtual void frame(const Box3f& box) = 0;
    // Lines on the ground as far as they are seen here: none runs past the eye.
    std::vector<QPolygonF> groundCircle(const V2f& centre, float radius) const;
    std::vector<QPolygonF> groundLine(const std::vector<V2f>& points, bool closed) const;
    // Any line, likewise, without points too near each other to tell; added to `out`.
    void addSeen(const std::vector<V3f>& line, std::vector<QPolygonF>& out) const;
    float groundAt(const V2f& p) const;
    Session& session() const { return session_; }
    // A gesture that must not be broken by a key of the window is under way.
    bool busy() const;
    bool probing() const { return probing_; }
    // Keys were used after the pointer: what they do is done at the centre.
    bool byKeys() const { return byKeys_; }
    QStringList probed() const { return probed_; } // lines of the probe's tag

signals:
    void swapRequested();
    void pressed(const thallos::PanePoint& point); // with the left button, after it has selected or not

protected:
    // Orbit: about what lay under the pointer. Frame: a rectangle or an outline round what is to be selected.
    enum class Drag { None, Tool, Orbit, Turn, Shift, Frame };
    // What the ray meets, into `point`.
    void meet(const V3f& origin, const V3f& direction, const V3f& camera, PanePoint& point) const;
    virtual void lookBy(const QPointF& pixels, Drag how, const QPointF& at) = 0;
    // Candela a square metre at the pixel, and the exposure that it is shown with; nothing where that is not known.
    virtual std::optional<std::pair<float, float>> luminanceAt(const QPointF&) const { return std::nullopt; }
    virtual bool walksWith(const QKeyEvent&) const { return false; } // a letter that moves the view
    void clickCentre();                                              // with the tool, by keyboard
    void drawCentre(QPainter& painter) const;                        // where that is, while keys work
    void describe(); // to screen readers what is painted: hint and probe
    virtual void zoomBy(double steps, const QPointF& at) = 0;
    virtual void lookKey(QKeyEvent* event) = 0;
    // Paints what follows the view: at once, but in a drag seldom enough that the pictures keep the machine.
    void updateView();
    void updateNow();
    void drawChip(QPainter& painter, const QPointF& topLeft, const QString& text, const QFont& font) const;
    // What lies over the picture in both panes: marks, what is selected, the outline that is being drawn, the probe.
    void drawMarks(QPainter& painter) const;
    void drawSelected(QPainter& painter) const;
    void drawProbe(QPainter& painter) const;
    void drawSnaps(QPainter& painter, const QPointF& topRight) const;               // what a drag is drawn to
    void drawHint(QPainter& painter, const QPointF& bottomLeft, double room) const; // what buttons and keys do now

    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void keyReleaseEvent(QKeyEvent* event) override;
    void tabletEvent(QTabletEvent* event) override;
    bool event(QEvent* event) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override { update(); }

    Session& session_;
    Engine& engine_;
    Tool* tool_ = nullptr;
    HiddenLine* hiddenLine_;
    bool compact_ = false;
    Drag drag_ = Drag::None;
    QPointF last_;
    std::optional<V3f> orbitAbout_;

private:
    bool selecting() const; // no tool has the left button for itself
    std::vector<Id> framed() const;
    void probe();
    void giveUpDrag();
    QPointF pressed_, clickedBefore_;
    QPolygonF outline_; // drawn round what is to be selected; empty: a rectangle
    Id selectedByPress_, selectedBefore_;
    bool wholeBefore_ = false; // all of the planting that was selected before the press
    bool probing_ = false;
    bool byKeys_ = false;
    QStringList probed_;
    Pen pen_;
    QElapsedTimer sinceView_; // the last paint for the view
    QTimer laterView_;
};

class ShotPane : public Pane {
    Q_OBJECT
public:
    ShotPane(Session& session, Engine& engine, QWidget* parent);
    std::optional<QPointF> toScreen(const V3f& p) const override;
    PanePoint pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const override;
    double metresPerPixel(const V3f& p) const override;
    void frame(const Box3f& box) override;
    // Looks at the box from a bearing, degrees from north clockwise, or from above.
    void viewFrom(const Box3f& box, std::optional<double> bearing);
    QRectF pictureRect() const; // where the picture lies in the pane
    const ShotPicture& picture() const { return picture_; }

public slots:
    void setPicture(const thallos::ShotPicture& picture);

protected:
    void lookBy(const QPointF& pixels, Drag how, const QPointF& at) override;
    std::optional<std::pair<float, float>> luminanceAt(const QPointF& at) const override;
    bool walksWith(const QKeyEvent& event) const override;
    void zoomBy(double steps, const QPointF& at) override;
    void lookKey(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void requestSize();
    const Lens& lens() const; // of the picture, with the working near cut
    V3f rayAt(const QPointF& at) const;
    QString tabText() const; // shot, lens, eye height, aspect
    void drawPicture(QPainter& painter);
    void drawOver(QPainter& painter);  // thirds, marks, what is selected, the render region, the tool
    void drawTab(QPainter& painter);   // on the picture's upper left edge
    void drawState(QPainter& painter); // samples taken, and what buttons and keys do
    ShotPicture picture_;
    QPixmap shown_; // the picture as large as it is shown
    mutable std::optional<Lens> lens_;
    mutable Camera lensOf_;
};

class PlanPane : public Pane {
    Q_OBJECT
public:
    PlanPane(Session& session, Engine& engine, QWidget* parent);
    std::optional<QPointF> toScreen(const V3f& p) const override;
    PanePoint pick(const QPointF& at, Qt::KeyboardModifiers modifiers) const override;
    void setCompact(bool compact) override;
    double metresPerPixel(const V3f&) const override { return 1 / scale_; }
    void frame(const Box3f& box) override;
    double pixelsPerMetre() const { return scale_; }
    QPointF screen(const V2f& p) const;
    Box2f inView() const;
    void refreshPicture(); // other colours
    // Whether its picture is of the newest build at rest, as the pane stands now: nothing of it is still to come.
    bool isUpToDate() const;

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
    V2f place(const QPointF& at) const;
    void request();
    // What changes with the site or the view alone, drawn once: ground, contours, planting.
    void drawLayer(QPainter& painter);
    void drawPicture(QPainter& painter);
    void drawContours(QPainter& painter);
    void drawRoofs(QPainter& painter);
    void drawPlanting(QPainter& painter);
    void drawItems(QPainter& painter);
    void drawCamera(QPainter& painter);
    void drawFurniture(QPainter& painter);

    V2f centre_{0};
    double scale_ = 6; // pixels a metre
    QSize before_;
    bool framed_ = false;
    QImage image_;
    PlanPicture picture_;
    Box2f imageWindow_;
    struct ContourCache {
        const BuiltSite* site = nullptr;
        Box2f window; // wider than the view, so that it can be shifted
        int step = 0;
        float interval = 1;
        std::vector<Contour> lines;
    } contours_;
    QPixmap layer_;
    struct LayerOf {
        std::shared_ptr<const BuiltSite> site;
        std::shared_ptr<const Raster<PlanPixel>> picture;
        Box2f window;
        QSize size;
        Visibility visibility;
        QString theme;
        bool compact = false;
        bool operator==(const LayerOf&) const = default;
    } layerOf_;
};

} // namespace thallos
