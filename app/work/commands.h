// Every command of the window in one table: the menus show it, its key reaches it, the sheet of keys lists it, and the
// preferences change its key.
#pragma once

#include <functional>
#include <vector>

#include <QAction>
#include <QHash>
#include <QKeySequence>
#include <QObject>

class QMenu;
class QMenuBar;

namespace thallos {

struct Command {
    QString id;   // permanent: a changed key is kept under it
    QString menu; // "Edit", or with a submenu "Items/Align"
    QString text; // with "…" when it asks for more
    QString tip;  // what happens to the picture
    QKeySequence key;
    std::function<void()> act;
    std::function<bool()> enabled = {}; // empty: always
    std::function<bool()> checked = {}; // empty: not a switch
    QKeySequence also = {};             // a second key that many hands know
};

class Commands : public QObject {
    Q_OBJECT
public:
    // Keys act in `window` only.
    explicit Commands(QWidget* window);

    QAction* add(Command command);
    void separator(const QString& menu);
    // A menu that fills itself when it is opened.
    void addMenu(const QString& menu, const QString& text, const std::function<void(QMenu&)>& fill);
    void fill(QMenuBar& bar);
    // Asks every command for its state; cheap enough to be called after each change.
    void refresh();

    struct Entry {
        Command command;
        QAction* action = nullptr;
        QKeySequence key, also; // as they are now
    };
    const std::vector<Entry>& all() const { return entries_; }
    QAction* action(const QString& id) const; // null: none
    // A key set by hand is kept in the settings; setting the default one forgets that.
    void setKey(const QString& id, const QKeySequence& key, bool second = false);
    void resetKeys();
    // Another command that has the key and can be active at the same time; null: none.
    const Entry* conflict(const QString& id, const QKeySequence& key) const;

signals:
    void keysChanged();

private:
    struct Piece { // of a menu, in order
        QString menu;
        int entry = -1; // separator, unless `fill`
        QString text;
        std::function<void(QMenu&)> fill;
    };
    QWidget* window_;
    std::vector<Entry> entries_;
    std::vector<Piece> pieces_;
};

} // namespace thallos
