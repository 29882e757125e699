#include "app/windows/keys_sheet.h"

#include <QHeaderView>
#include <QLineEdit>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/widgets/theme.h"

namespace thallos {

QList<QStringList> KeysSheet::gestures() {
    return {
        {tr("Selecting"), tr("Click"),
         tr("Select; again in the same place: inside a group, one plant, what lies below")},
        {tr("Selecting"), tr("Shift+click"), tr("Add to the selection, or remove from it")},
        {tr("Selecting"), tr("Drag on empty"), tr("Selection box")},
        {tr("Selecting"), tr("Ctrl+drag on empty"), tr("Lasso selection")},
        {tr("Selecting"), tr("Shift+drag on empty"), tr("Add what is inside, or remove it when all was selected")},
        {tr("Selecting"), tr("Esc"), tr("Clear the selection; cancel a drag")},
        {tr("Moving"), tr("Drag an item or a handle"), tr("Move, rotate or scale the selection")},
        {tr("Moving"), tr("E, N, U in a drag"), tr("Lock to the east, north or up axis; again releases")},
        {tr("Moving"), tr("G, P, F in a drag"), tr("On the ground, level, free in the view plane")},
        {tr("Moving"), tr("Digits in a drag"), tr("Type a distance, angle or factor; Tab goes on to bearing and rise")},
        {tr("Moving"), tr("Ctrl in a drag"), tr("Reverse snapping; rotation steps by 15°")},
        {tr("Moving"), tr("Arrows"),
         tr("Nudge one step; Shift ten steps, Ctrl a tenth; Page Up and Page Down for height")},
        {tr("Viewing"), tr("Right drag"), tr("Orbit what lies under the pointer; in the plan pan")},
        {tr("Viewing"), tr("Ctrl+right drag"), tr("Look around, verticals stay plumb")},
        {tr("Viewing"), tr("Middle drag, Shift+right drag"), tr("Pan")},
        {tr("Viewing"), tr("Wheel, pinch"), tr("Zoom to the pointer, or back")},
        {tr("Viewing"), tr("Two fingers"), tr("Pan")},
        {tr("Viewing"), tr("W A S D"), tr("Walk at eye height; Shift faster")},
        {tr("Viewing"), tr("Arrows with nothing selected"), tr("Up and Down walk, Left and Right turn")},
        {tr("Viewing"), tr("Q, E, Page Up, Page Down"), tr("Camera down and up")},
        {tr("Viewing"), tr("Tab"), tr("Swap panes")},
        {tr("Viewing"), tr("Space held"), tr("Probe: what is under the pointer, how far, how bright")},
        {tr("Tools"), tr("Enter"), tr("Click at the centre of the view, when the pointer was not used last")},
        {tr("Brushes"), tr("[ and ], Shift+wheel"), tr("Smaller or larger radius")},
        {tr("Number fields"), tr("Up, Down, wheel"), tr("Step; Shift coarse, Ctrl fine")},
        {tr("Number fields"), tr("Alt+Backspace, double click on the label"), tr("Reset to default")}};
}

KeysSheet::KeysSheet(const Commands& commands, QWidget* parent) : QDialog(parent), commands_(commands) {
    setObjectName("keysSheet");
    setWindowTitle(tr("Keyboard shortcuts"));
    resize(720, 620);
    auto* l = new QVBoxLayout(this);
    auto* filter = new QLineEdit(this);
    filter->setObjectName("keysFilter");
    filter->setAccessibleName(tr("Find a command or key"));
    filter->setPlaceholderText(tr("Find a command or key"));
    filter->setFixedHeight(28);
    tree_ = new QTreeWidget(this);
    tree_->setObjectName("keysTree");
    tree_->setAccessibleName(tr("Commands and keys"));
    tree_->setHeaderLabels({tr("What"), tr("Key"), tr("What it does")});
    tree_->setRootIsDecorated(false);
    tree_->setIndentation(12);
    tree_->setWordWrap(true);
    tree_->header()->setStretchLastSection(true);
    l->addWidget(filter);
    l->addWidget(tree_);
    connect(filter, &QLineEdit::textChanged, this, &KeysSheet::refresh);
    connect(&commands_, &Commands::keysChanged, this, [this, filter] { refresh(filter->text()); });
    refresh({});
}

void KeysSheet::refresh(const QString& filter) {
    tree_->clear();
    QHash<QString, QTreeWidgetItem*> heads;
    auto add = [&](const QString& head, const QStringList& row) {
        const QString all = head + " " + row.join(' ');
        if (!filter.isEmpty() && !all.contains(filter, Qt::CaseInsensitive)) return;
        QTreeWidgetItem*& parent = heads[head];
        if (!parent) {
            parent = new QTreeWidgetItem(tree_, {head});
            parent->setFont(0, typeface(Type::Heading));
            parent->setFirstColumnSpanned(true);
        }
        new QTreeWidgetItem(parent, row);
    };
    for (const Commands::Entry& e : commands_.all()) {
        QString text = e.command.text;
        QStringList keys;
        for (const QKeySequence& k : {e.key, e.also})
            if (!k.isEmpty()) keys << k.toString(QKeySequence::NativeText);
        add(QString(e.command.menu).remove('&').replace("/", " · "),
            {text.remove('&'), keys.join(", "), e.command.tip});
    }
    for (const QStringList& g : gestures()) add(g[0], {g[1], QString(), g[2]});
    tree_->expandAll();
    tree_->resizeColumnToContents(0);
    tree_->resizeColumnToContents(1);
}

QString KeysSheet::page(const Commands& commands) {
    QString out = "# Keys\n\nMade by `thallos --keys`; the keys of commands can be changed in the preferences.\n";
    QString menu;
    for (const Commands::Entry& e : commands.all()) {
        if (e.command.menu != menu) {
            menu = e.command.menu;
            out += QString("\n## %1\n| command | key | |\n|---|---|---|\n")
                       .arg(QString(menu).remove('&').replace("/", " · "));
        }
        QStringList keys;
        for (const QKeySequence& k : {e.command.key, e.command.also})
            if (!k.isEmpty()) keys << QString("`%1`").arg(k.toString(QKeySequence::PortableText));
        out += QString("| %1 | %2 | %3 |\n").arg(e.command.text, keys.join(", "), e.command.tip);
    }
    QString head;
    for (const QStringList& g : gestures()) {
        if (g[0] != head) {
            head = g[0];
            out += QString("\n## By hand: %1\n| do | |\n|---|---|\n").arg(head.toLower());
        }
        out += QString("| %1 | %2 |\n").arg(g[1], g[2]);
    }
    return out;
}

} // namespace thallos
