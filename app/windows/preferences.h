// Preferences: how the window works, not what the document says. Kept in the settings; each acts at once.
#pragma once

#include <QDialog>

#include "app/work/commands.h"
#include "app/work/engine.h"
#include "app/work/session.h"

class QTabWidget;
class QTableWidget;
class QLabel;
class QPushButton;

namespace thallos {

// What other parts of the window read; the settings' names are here alone.
struct Preferences {
    QString theme = "overcast"; // or "night"
    bool feet = false;          // lengths are shown in feet and inches
    double textSize = 0;        // of 1; 0: the system's. From the next start on
    QString language;           // code; empty: the system's. From the next start on
    int threads = 0;            // 0: as many as the machine has
    int historyMiB = 1024;      // ground tiles kept in memory for undo
    int autosaveSeconds = 20;
    PaneCaps caps;                        // what the panes do without
    static inline QString themeOfThisRun; // instead of the stored one; empty: that
    static Preferences load();
    void store() const;
};

class PreferencesWindow : public QDialog {
    Q_OBJECT
public:
    PreferencesWindow(Session& session, Commands& commands, QWidget* parent);

signals:
    void changed(); // the stored preferences; they have been stored

private:
    QWidget* generalPage();
    QWidget* panesPage();
    QWidget* handPage();
    QWidget* cachePage();
    QWidget* keysPage();
    void fillKeys();
    QWidget* keyField(const Commands::Entry& entry, bool second);
    // That another command has the key; without an id: none.
    void showConflict(const QString& id, const QKeySequence& key, bool second);
    Session& session_;
    Commands& commands_;
    QTableWidget* keys_ = nullptr;
    QLabel* conflict_ = nullptr;
    QPushButton* reassign_ = nullptr;
    struct Wanted { // the key that another command has
        QString id;
        QKeySequence key;
        bool second = false;
    };
    Wanted wanted_;
};

} // namespace thallos
