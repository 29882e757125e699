#include "app/work/commands.h"

#include <QMenu>
#include <QMenuBar>
#include <QSettings>

namespace thallos {

namespace {

// Where keys set by hand are kept; an empty one is no key.
const QString kFirstKeys = "keys/", kSecondKeys = "second_keys/";

QKeySequence keptKey(const QString& where, const QString& id, const QKeySequence& normal) {
    const QSettings settings;
    return settings.contains(where + id)
               ? QKeySequence(settings.value(where + id).toString(), QKeySequence::PortableText)
               : normal;
}

} // namespace

Commands::Commands(QWidget* window) : QObject(window), window_(window) {}

QAction* Commands::add(Command command) {
    auto* action = new QAction(command.text, this);
    action->setObjectName(command.id);
    action->setToolTip(command.tip);
    action->setStatusTip(command.tip);
    action->setShortcutContext(Qt::WindowShortcut);
    action->setCheckable(static_cast<bool>(command.checked));
    const QKeySequence key = keptKey(kFirstKeys, command.id, command.key),
                       also = keptKey(kSecondKeys, command.id, command.also);
    action->setShortcuts({key, also});
    connect(action, &QAction::triggered, this, [this, act = command.act] {
        act();
        refresh();
    });
    window_->addAction(action);
    pieces_.push_back({command.menu, static_cast<int>(entries_.size()), {}, {}});
    entries_.push_back({std::move(command), action, key, also});
    return action;
}

void Commands::separator(const QString& menu) {
    pieces_.push_back({menu, -1, {}, {}});
}

void Commands::addMenu(const QString& menu, const QString& text, const std::function<void(QMenu&)>& fill) {
    pieces_.push_back({menu, -1, text, fill});
}

void Commands::fill(QMenuBar& bar) {
    QHash<QString, QMenu*> menus;
    auto menuOf = [&](const QString& path) {
        QMenu* parent = nullptr;
        QString at;
        for (const QString& name : path.split('/')) {
            at += "/" + name;
            QMenu*& menu = menus[at];
            if (!menu) {
                menu = parent ? parent->addMenu(name) : bar.addMenu(name);
                menu->setToolTipsVisible(true);
                connect(menu, &QMenu::aboutToShow, this, &Commands::refresh);
            }
            parent = menu;
        }
        return parent;
    };
    for (const Piece& piece : pieces_) {
        QMenu* menu = menuOf(piece.menu);
        if (piece.entry >= 0)
            menu->addAction(entries_[piece.entry].action);
        else if (!piece.fill)
            menu->addSeparator();
        else {
            QMenu* sub = menu->addMenu(piece.text);
            sub->setToolTipsVisible(true);
            connect(sub, &QMenu::aboutToShow, sub, [sub, fill = piece.fill] {
                sub->clear();
                fill(*sub);
            });
        }
    }
    refresh();
}

void Commands::refresh() {
    for (const Entry& e : entries_) {
        if (e.command.enabled) e.action->setEnabled(e.command.enabled());
        if (e.command.checked) e.action->setChecked(e.command.checked());
    }
}

QAction* Commands::action(const QString& id) const {
    for (const Entry& e : entries_)
        if (e.command.id == id) return e.action;
    return nullptr;
}

void Commands::setKey(const QString& id, const QKeySequence& key, bool second) {
    for (Entry& e : entries_) {
        if (e.command.id != id) continue;
        (second ? e.also : e.key) = key;
        e.action->setShortcuts({e.key, e.also});
        const QString where = (second ? kSecondKeys : kFirstKeys) + id;
        if (key == (second ? e.command.also : e.command.key))
            QSettings().remove(where);
        else
            QSettings().setValue(where, key.toString(QKeySequence::PortableText));
    }
    Q_EMIT keysChanged();
}

void Commands::resetKeys() {
    QSettings().remove("keys");
    QSettings().remove("second_keys");
    for (Entry& e : entries_) {
        e.key = e.command.key;
        e.also = e.command.also;
        e.action->setShortcuts({e.key, e.also});
    }
    Q_EMIT keysChanged();
}

const Commands::Entry* Commands::conflict(const QString& id, const QKeySequence& key) const {
    if (key.isEmpty()) return nullptr;
    // Tools of different verbs, "tool.<verb>.<leaf>", are never active together.
    const auto verbOf = [](const QString& of) { return of.startsWith("tool.") ? of.section('.', 1, -2) : QString(); };
    const QString mine = verbOf(id);
    for (const Entry& e : entries_) {
        if (e.command.id == id || (e.key != key && e.also != key)) continue;
        const QString its = verbOf(e.command.id);
        if (mine.isEmpty() || its.isEmpty() || mine == its) return &e;
    }
    return nullptr;
}

} // namespace thallos
