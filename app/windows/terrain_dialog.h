// Asks how imported heights lie over the site: where, how high, and whether the site takes their size. Shows both in
// plan.
#pragma once

#include <filesystem>
#include <memory>

#include <QDialog>
#include <QImage>

#include "core/exchange/survey.h"
#include "core/project/project.h"

class QComboBox;
class QLabel;

namespace thallos {

class ValueRow;

// The terrain as shaded relief in plan with the site and its buildings over it; dragging moves the terrain.
class TerrainPlan : public QWidget {
    Q_OBJECT
public:
    TerrainPlan(const Project& project, QWidget* parent);
    void setTerrain(std::shared_ptr<const HeightRaster> raster, const V2f& centre, bool enlarge);
    QSize sizeHint() const override { return {420, 420}; }

signals:
    void moved(const thallos::V2f& centre); // by hand

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

private:
    double scale() const; // pixels a metre; the same while a drag goes on
    QPointF onScreen(const V2f& p) const;
    std::shared_ptr<const HeightRaster> raster_;
    QImage relief_;
    V2f centre_{0}, site_;
    bool enlarge_ = false;
    std::vector<Polygon> outlines_;
    std::optional<QPointF> pressed_;
    V2f before_{0};
    double held_ = 0; // scale() of the drag
};

class TerrainDialog : public QDialog {
    Q_OBJECT
public:
    TerrainDialog(std::shared_ptr<const HeightRaster> read, const std::filesystem::path& file, const Project& project,
                  QWidget* parent);
    std::shared_ptr<const HeightRaster> raster() const { return raster_; } // as the answers have it
    TerrainPlace place() const;
    bool enlarges() const;

private:
    void follow(); // the answers
    std::shared_ptr<const HeightRaster> read_, raster_;
    const std::shared_ptr<const Ground> ground_;
    V2f range_{0}; // of its heights, as they were read
    TerrainPlan* plan_;
    QComboBox* size_;
    ValueRow *east_, *north_, *lift_, *white_ = nullptr, *width_ = nullptr;
    QLabel *found_, *result_;
};

} // namespace thallos
