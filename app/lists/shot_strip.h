// Saved shots as pictures, side by side.
#pragma once

#include <QListView>

#include "app/lists/shot_model.h"

class QToolButton;

namespace thallos {

class ShotView : public QListView {
    Q_OBJECT
public:
    ShotView(Session& session, ShotModel& model, QWidget* parent);

protected:
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    bool event(QEvent* event) override;

private:
    void follow(); // the shot that is shown
    Session& session_;
    ShotModel& model_;
    bool following_ = false;
};

class ShotStrip : public QWidget {
    Q_OBJECT
public:
    ShotStrip(Session& session, Engine& engine, QWidget* parent);
    ShotView& view() { return *view_; }
    void refreshLook(); // after the theme changed

protected:
    void paintEvent(QPaintEvent*) override;

private:
    ShotView* view_;
    QToolButton* plus_;
};

} // namespace thallos
