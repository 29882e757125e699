// One sheet of all commands with their keys, and of what buttons and keys do in the panes.
#pragma once

#include <QDialog>

#include "app/work/commands.h"

class QTreeWidget;

namespace thallos {

class KeysSheet : public QDialog {
    Q_OBJECT
public:
    KeysSheet(const Commands& commands, QWidget* parent);
    // Gestures and keys of the panes, which can't be changed: where, what to do, what happens.
    static QList<QStringList> gestures();
    // The same as a page of the guide.
    static QString page(const Commands& commands);

private:
    void refresh(const QString& filter);
    const Commands& commands_;
    QTreeWidget* tree_;
};

} // namespace thallos
