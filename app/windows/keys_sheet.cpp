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
         tr("Selects; again in the same place: into a group, one plant, what lies beneath")},
        {tr("Selecting"), tr("Shift+click"), tr("Adds it, or takes it away")},
        {tr("Selecting"), tr("Drag on nothing"), tr("A rectangle round what is to be selected")},
        {tr("Selecting"), tr("Ctrl+drag on nothing"), tr("An outline drawn freely round it")},
        {tr("Selecting"), tr("Shift+drag on nothing"),
         tr("Adds what is framed, or takes it away when all was selected")},
        {tr("Selecting"), tr("Esc"), tr("Selects nothing; gives up a drag")},
        {tr("Moving"), tr("Drag a thing or a handle"), tr("Moves, turns or sizes the selection")},
        {tr("Moving"), tr("E, N, U in a drag"), tr("Holds it to the east, north or upright axis; again lets go")},
        {tr("Moving"), tr("G, P, F in a drag"), tr("On the ground, on the level, free before the eye")},
        {tr("Moving"), tr("Digits in a drag"), tr("A typed distance, angle or factor; two distances with “;” between")},
        {tr("Moving"), tr("Ctrl in a drag"), tr("Without snapping; a turn steps by 15°")},
        {tr("Moving"), tr("Arrows"),
         tr("One step; Shift ten steps, Ctrl a tenth; Page Up and Page Down lift and lower")},
        {tr("Looking"), tr("Right drag"), tr("Goes round what lies under the pointer; in the plan shifts it")},
        {tr("Looking"), tr("Ctrl+right drag"), tr("Turns the head, verticals stay upright")},
        {tr("Looking"), tr("Middle drag, Shift+right drag"), tr("Shifts the view")},
        {tr("Looking"), tr("Wheel, pinch"), tr("Nearer to the pointer, or back")},
        {tr("Looking"), tr("Two fingers"), tr("Shift the view")},
        {tr("Looking"), tr("W A S D, arrows with nothing selected"), tr("Walk at eye height; Shift faster")},
        {tr("Looking"), tr("Q, E"), tr("Turn the head")},
        {tr("Looking"), tr("Tab"), tr("Swaps the panes")},
        {tr("Looking"), tr("Space held"), tr("The probe: what is under the pointer, how far, how bright")},
        {tr("Brushes"), tr("[ and ]"), tr("Smaller, larger")},
        {tr("Number fields"), tr("Up, Down, wheel"), tr("Step; Shift coarse, Ctrl fine")},
        {tr("Number fields"), tr("Ctrl+Backspace, double click on the label"), tr("Back to the usual value")}};
}

KeysSheet::KeysSheet(const Commands& commands, QWidget* parent) : QDialog(parent), commands_(commands) {
    setObjectName("keysSheet");
    setWindowTitle(tr("Keys"));
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
        add(QString(e.command.menu).remove('&').replace("/", " · "),
            {text.remove('&'), e.action->shortcut().toString(QKeySequence::NativeText), e.command.tip});
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
