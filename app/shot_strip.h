// Saved shots as pictures.
#pragma once

#include <map>

#include <QWidget>

#include "app/engine.h"
#include "app/listing.h"
#include "app/session.h"
#include "app/task.h"

namespace thallos {

class ShotStrip : public QWidget, public Listing {
    Q_OBJECT
public:
    ShotStrip(Session& session, Engine& engine, QWidget* parent);
    ~ShotStrip() override;

    int entries() const override;
    QString entryName(int index) const override;
    QRectF entryRect(int index) const override;
    bool entryChosen(int index) const override;

    void addShot(); // the view as it is now, under a name of its own

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

private:
    static constexpr int kWidth = 158;
    int shotAt(const QPointF& p) const; // index; -1: none, -2: the plus
    QRectF plusRect() const { return {width() - 48.0, 10, 40, 64}; }
    void makeMissing(); // pictures of shots that were not shown yet, one after the other
    Session& session_;
    Engine& engine_;
    std::map<uint64_t, QImage> pictures_;
    std::map<uint64_t, Shot> of_; // what the picture was made of
    std::atomic<bool> quit_{false};
    Task worker_;
    bool working_ = false;
    int hover_ = -1;
};

} // namespace thallos
