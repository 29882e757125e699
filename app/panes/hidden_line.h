// What is not seen though it is there: hidden while working, switched off, left out of the shot, clipped away. Each is
// a button that brings it back.
#pragma once

#include <QWidget>

#include "app/work/session.h"

class QHBoxLayout;

namespace thallos {

class HiddenLine : public QWidget {
    Q_OBJECT
public:
    HiddenLine(Session& session, QWidget* parent);
    void refresh();
    void setWanted(bool wanted); // shown where anything is hidden

private:
    void add(const char* id, const QString& text, const QString& tip, const std::function<void()>& restore);
    Session& session_;
    QHBoxLayout* line_;
    QString shown_; // as text: made anew only when it is another
    int count_ = 0;
    bool wanted_ = true;
};

} // namespace thallos
