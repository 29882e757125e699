#include "app/windows/preferences.h"

#include <cmath>
#include <thread>

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDirIterator>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <QTabWidget>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/windows/recent_window.h"
#include "app/words/language.h"
#include "app/words/numbers.h"
#include "core/base/assets.h"

namespace thallos {

Preferences Preferences::load() {
    const QSettings s;
    Preferences p;
    p.theme = themeOfThisRun.isEmpty() ? s.value("look/theme", p.theme).toString() : themeOfThisRun;
    p.feet = s.value("look/feet", p.feet).toBool();
    p.language = s.value("look/language").toString();
    p.textSize = s.value("look/text_size", p.textSize).toDouble();
    p.threads = s.value("work/threads", p.threads).toInt();
    p.historyMiB = s.value("work/history_mib", p.historyMiB).toInt();
    p.autosaveSeconds = s.value("work/autosave_s", p.autosaveSeconds).toInt();
    p.caps.textureMiB = s.value("panes/texture_mib", p.caps.textureMiB).toInt();
    p.caps.plants = s.value("panes/plants", p.caps.plants).toFloat();
    p.caps.bounces = s.value("panes/bounces", p.caps.bounces).toInt();
    p.caps.scale = s.value("panes/scale", p.caps.scale).toFloat();
    return p;
}

void Preferences::store() const {
    QSettings s;
    if (theme != themeOfThisRun) {
        s.setValue("look/theme", theme);
        themeOfThisRun.clear();
    }
    s.setValue("look/feet", feet);
    s.setValue("look/language", language);
    s.setValue("look/text_size", textSize);
    s.setValue("work/threads", threads);
    s.setValue("work/history_mib", historyMiB);
    s.setValue("work/autosave_s", autosaveSeconds);
    s.setValue("panes/texture_mib", caps.textureMiB);
    s.setValue("panes/plants", caps.plants);
    s.setValue("panes/bounces", caps.bounces);
    s.setValue("panes/scale", caps.scale);
}

namespace {

// Rows under each other, with labels where the rows of values have theirs.
QVBoxLayout* column(QWidget* page) {
    auto* l = new QVBoxLayout(page);
    l->setContentsMargins(0, 10, 0, 10);
    l->setSpacing(4);
    return l;
}

void addPair(QVBoxLayout* column, const QString& label, QWidget* widget) {
    auto* row = new QHBoxLayout;
    row->setContentsMargins(12, 2, 12, 2);
    auto* text = new QLabel(label);
    text->setFixedWidth(ValueRow::labelWidth(label));
    text->setProperty("role", "second");
    if (widget->accessibleName().isEmpty()) widget->setAccessibleName(label);
    row->addWidget(text);
    row->addWidget(widget, qobject_cast<QPushButton*>(widget) ? 0 : 1);
    row->addStretch(qobject_cast<QPushButton*>(widget) ? 1 : 0);
    column->addLayout(row);
}

} // namespace

PreferencesWindow::PreferencesWindow(Session& session, Commands& commands, QWidget* parent)
    : QDialog(parent), session_(session), commands_(commands) {
    setObjectName("preferences");
    setWindowTitle(tr("Preferences"));
    resize(640, 520);
    auto* l = new QVBoxLayout(this);
    auto* tabs = new QTabWidget(this);
    tabs->addTab(generalPage(), tr("General"));
    tabs->addTab(panesPage(), tr("Panes"));
    tabs->addTab(handPage(), tr("Moving and snapping"));
    tabs->addTab(cachePage(), tr("Caches"));
    tabs->addTab(keysPage(), tr("Shortcuts"));
    l->addWidget(tabs);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::accept);
    l->addWidget(buttons);
}

QWidget* PreferencesWindow::generalPage() {
    auto* page = new QWidget(this);
    auto* form = column(page);
    const Preferences now = Preferences::load();
    auto change = [this](const std::function<void(Preferences&)>& set) {
        Preferences p = Preferences::load();
        set(p);
        p.store();
        Q_EMIT changed();
    };
    auto* theme = new QComboBox(page);
    theme->setObjectName("theme");
    theme->addItem(tr("Overcast"), "overcast");
    theme->addItem(tr("Night"), "night");
    theme->setCurrentIndex(now.theme == "night");
    theme->setToolTip(tr("Light or dark window; images lie on neutral grey in both"));
    connect(theme, &QComboBox::activated, this,
            [change, theme] { change([&](Preferences& p) { p.theme = theme->currentData().toString(); }); });
    addPair(form, tr("Appearance"), theme);
    auto* units = new QComboBox(page);
    units->setObjectName("units");
    units->addItems({tr("Metres"), tr("Feet and inches")});
    units->setCurrentIndex(now.feet);
    units->setToolTip(tr("How lengths are shown; any unit can be typed in either"));
    connect(units, &QComboBox::activated, this, [change](int i) { change([&](Preferences& p) { p.feet = i == 1; }); });
    addPair(form, tr("Lengths in"), units);
    auto* language = new QComboBox(page);
    language->setObjectName("language");
    language->addItem(tr("As the system"), QString());
    for (const QString& code : languages()) language->addItem(languageName(code), code);
    language->setCurrentIndex(std::max(0, language->findData(now.language)));
    language->setToolTip(tr("Language of the window, from the next start on"));
    connect(language, &QComboBox::activated, this,
            [change, language] { change([&](Preferences& p) { p.language = language->currentData().toString(); }); });
    addPair(form, tr("Language"), language);
    auto* size = new QComboBox(page);
    size->setObjectName("textSize");
    size->addItem(tr("As the system"), 0.0);
    for (const double share : {1.0, 1.15, 1.3, 1.5, 1.75, 2.0}) size->addItem(tr("%1 %").arg(100 * share), share);
    size->setCurrentIndex(std::max(0, size->findData(now.textSize)));
    size->setToolTip(tr("Size of text and controls, from the next start on"));
    connect(size, &QComboBox::activated, this,
            [change, size] { change([&](Preferences& p) { p.textSize = size->currentData().toDouble(); }); });
    addPair(form, tr("Text size"), size);
    auto number = [&](const Label& label, const ValueRange& range, const QString& tip, int Preferences::*member) {
        auto* row = new ValueRow(label, range, tip, page);
        row->setValue(now.*member);
        connect(row, &ValueRow::changed, this, [change, member](double v, bool) {
            change([&](Preferences& p) { p.*member = static_cast<int>(std::lround(v)); });
        });
        form->addWidget(row);
    };
    const int cores = static_cast<int>(std::max(1u, std::thread::hardware_concurrency()));
    number({"threads", tr("Threads")}, {0, static_cast<double>(cores), false, Dimension::Plain, "", 0, 0},
           tr("Processor threads; 0 uses all"), &Preferences::threads);
    number({"undoMemory", tr("Undo memory")}, {64, 16384, true, Dimension::Plain, "MB", 0, 1024},
           tr("Older undo steps beyond this are kept on disk"), &Preferences::historyMiB);
    number({"autosave", tr("Autosave")}, {5, 600, true, Dimension::Plain, "s", 0, 20},
           tr("Unsaved work is autosaved this long after a change"), &Preferences::autosaveSeconds);
    form->addStretch(1);
    return page;
}

QWidget* PreferencesWindow::panesPage() {
    auto* page = new QWidget(this);
    auto* form = column(page);
    const PaneCaps now = Preferences::load().caps;
    auto* note = new QLabel(tr("Limits for the panes only; final renders ignore them."), page);
    note->setContentsMargins(12, 0, 12, 6);
    note->setWordWrap(true);
    note->setProperty("role", "second");
    form->addWidget(note);
    auto number = [&](const Label& label, const ValueRange& range, const QString& tip, double value,
                      const std::function<void(PaneCaps&, double)>& set) {
        auto* row = new ValueRow(label, range, tip, page);
        row->setValue(value);
        const auto store = [this, set](double v) {
            Preferences p = Preferences::load();
            set(p.caps, v);
            p.store();
            Q_EMIT changed();
        };
        // A drag of the slider sets it once, at its end: each change makes the picture anew.
        connect(row, &ValueRow::changed, this, [store](double v, bool dragging) {
            if (!dragging) store(v);
        });
        connect(row, &ValueRow::settled, this, [store, row] { store(row->value()); });
        form->addWidget(row);
    };
    number({"textureMemory", tr("Textures")}, {64, 16384, true, Dimension::Plain, "MB", 0, 2048},
           tr("Texture memory; the finest detail of the largest goes first"), now.textureMiB,
           [](PaneCaps& c, double v) { c.textureMiB = static_cast<int>(std::lround(v)); });
    number({"plantsDrawn", tr("Plants drawn")}, ValueRange::percent(0.02, 1, 1),
           tr("Share of the planting that is drawn; always the same plants"), now.plants,
           [](PaneCaps& c, double v) { c.plants = static_cast<float>(v); });
    number({"bounces", tr("Bounces")}, {1, 7, false, Dimension::Plain, "", 0, 7},
           tr("Light bounces; fewer are faster and darker in shade"), now.bounces,
           [](PaneCaps& c, double v) { c.bounces = static_cast<int>(std::lround(v)); });
    number({"resolution", tr("Resolution")}, ValueRange::percent(0.25, 1, 1),
           tr("Share of the pane's pixels; lower is faster and softer"), now.scale,
           [](PaneCaps& c, double v) { c.scale = static_cast<float>(v); });
    form->addStretch(1);
    return page;
}

QWidget* PreferencesWindow::handPage() {
    auto* page = new QWidget(this);
    auto* form = column(page);
    auto tick = [&](const Label& label, bool* value, const QString& tip) {
        auto* box = new QCheckBox(label.text, page);
        box->setObjectName(label.id);
        box->setChecked(*value);
        box->setToolTip(tip);
        connect(box, &QCheckBox::toggled, this, [this, value](bool on) {
            *value = on;
            session_.handChanged();
        });
        box->setContentsMargins(12, 0, 12, 0);
        form->addWidget(box);
    };
    HandSettings& h = session_.hand;
    tick({"snapping", tr("Snapping")}, &h.snapping, tr("Snap what is dragged"));
    tick({"snapCorners", tr("Corners")}, &h.snap.ends, tr("Corners of buildings and outlines"));
    tick({"snapCentres", tr("Centres")}, &h.snap.items, tr("Centres of buildings, plants and figures"));
    tick({"snapEdges", tr("Edges")}, &h.snap.edges, tr("Sides of buildings and outlines"));
    tick({"snapGrid", tr("Grid")}, &h.snap.grid, tr("A grid over the site"));
    tick({"snapAngle", tr("Angle steps")}, &h.snap.angle, tr("Rotate in even steps"));
    tick({"localAxes", tr("Local axes")}, &h.ownAxes, tr("Handles follow the item instead of east and north"));
    auto number = [&](const Label& label, const ValueRange& range, const QString& tip, float* value, double factor) {
        auto* row = new ValueRow(label, range, tip, page);
        row->setValue(*value * factor);
        connect(row, &ValueRow::changed, this, [this, value, factor](double v, bool) {
            *value = static_cast<float>(v / factor);
            session_.handChanged();
        });
        form->addWidget(row);
    };
    number({"gridStep", tr("Grid spacing")}, ValueRange::length(0.01, 100, 1, true), tr("Spacing of the grid"),
           &h.snap.gridStep, 1);
    number({"angleStep", tr("Angle step")}, {0.5, 90, true, Dimension::Angle, "°", 1, 15}, tr("Size of one angle step"),
           &h.snap.angleStep, 180 / M_PI);
    number({"nudgeStep", tr("Nudge step")}, ValueRange::length(0.01, 50, 0.5, true),
           tr("Distance of one arrow key; Shift ten times, Ctrl a tenth"), &h.step, 1);
    form->addStretch(1);
    return page;
}

QWidget* PreferencesWindow::cachePage() {
    auto* page = new QWidget(this);
    auto* form = column(page);
    auto cache = [&](const QString& label, const QString& name, const QString& folder, const QString& tip) {
        auto* size = new QLabel(page);
        size->setObjectName(name + "Size");
        auto measure = [size, folder] {
            qint64 bytes = 0;
            for (QDirIterator it(folder, QDir::Files); it.hasNext();) {
                it.next();
                bytes += it.fileInfo().size();
            }
            size->setText(tr("%1 in %2").arg(bytesText(bytes), folder));
        };
        measure();
        auto* empty = new QPushButton(tr("Clear"), page);
        empty->setObjectName("empty" + name);
        empty->setAccessibleName(tr("Clear %1").arg(label));
        empty->setToolTip(tip);
        connect(empty, &QPushButton::clicked, this, [measure, folder] {
            QDir(folder).removeRecursively();
            measure();
        });
        addPair(form, label, size);
        addPair(form, {}, empty);
    };
    cache(tr("Thumbnails"), "Cache", recentPicturesFolder(),
          tr("Deletes thumbnails of recent projects; they are made again when the projects are saved"));
    cache(tr("Baked textures"), "Sheets", QString::fromStdString((cacheFolder() / "sheets").string()),
          tr("Deletes baked textures; they are made again when needed"));
    form->addStretch(1);
    return page;
}

QWidget* PreferencesWindow::keysPage() {
    auto* page = new QWidget(this);
    auto* l = new QVBoxLayout(page);
    keys_ = new QTableWidget(page);
    keys_->setObjectName("keysTable");
    keys_->setAccessibleName(tr("Keyboard shortcuts"));
    keys_->setColumnCount(3);
    keys_->setHorizontalHeaderLabels({tr("Command"), tr("Key"), tr("Second key")});
    keys_->horizontalHeader()->setStretchLastSection(true);
    keys_->verticalHeader()->hide();
    conflict_ = new QLabel(page);
    conflict_->setObjectName("keyConflict");
    conflict_->setWordWrap(true);
    auto* reset = new QPushButton(tr("Restore defaults"), page);
    reset->setObjectName("resetKeys");
    reset->setToolTip(tr("Give every command its default key"));
    connect(reset, &QPushButton::clicked, this, [this] {
        QMessageBox box(QMessageBox::Question, tr("Restore defaults"), tr("Give every command its default key?"),
                        QMessageBox::NoButton, this);
        auto* yes = box.addButton(tr("Restore"), QMessageBox::AcceptRole);
        box.addButton(tr("Cancel"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() != yes) return;
        commands_.resetKeys();
        showConflict({}, {}, false);
        fillKeys();
    });
    reassign_ = new QPushButton(tr("Reassign"), page);
    reassign_->setObjectName("reassignKey");
    reassign_->setToolTip(tr("Take the key from the other command"));
    reassign_->hide();
    connect(reassign_, &QPushButton::clicked, this, [this] {
        const auto [id, key, second] = wanted_;
        while (const Commands::Entry* other = commands_.conflict(id, key))
            commands_.setKey(other->command.id, {}, other->also == key);
        commands_.setKey(id, key, second);
        showConflict({}, {}, false);
        fillKeys();
    });
    l->addWidget(keys_);
    auto* told = new QHBoxLayout;
    told->addWidget(conflict_, 1);
    told->addWidget(reassign_);
    l->addLayout(told);
    l->addWidget(reset, 0, Qt::AlignLeft);
    fillKeys();
    return page;
}

void PreferencesWindow::fillKeys() {
    const auto& all = commands_.all();
    keys_->setRowCount(static_cast<int>(all.size()));
    for (int i = 0; i < static_cast<int>(all.size()); ++i) {
        const Commands::Entry& e = all[i];
        auto* name =
            new QTableWidgetItem(QString(e.command.menu).remove('&').replace("/", " · ") + " · " + e.command.text);
        name->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
        name->setToolTip(e.command.tip);
        keys_->setItem(i, 0, name);
        keys_->setCellWidget(i, 1, keyField(e, false));
        keys_->setCellWidget(i, 2, keyField(e, true));
    }
    keys_->resizeColumnToContents(0);
}

QWidget* PreferencesWindow::keyField(const Commands::Entry& e, bool second) {
    const QKeySequence now = second ? e.also : e.key;
    auto* edit = new QKeySequenceEdit(now, keys_);
    edit->setClearButtonEnabled(true);
    edit->setAccessibleName((second ? tr("Second key of %1") : tr("Key of %1")).arg(e.command.text));
    edit->setObjectName((second ? "second key " : "key ") + e.command.id);
    connect(edit, &QKeySequenceEdit::editingFinished, this, [this, edit, id = e.command.id, now, second] {
        const QKeySequence all = edit->keySequence();
        const QKeySequence key = all.isEmpty() ? QKeySequence() : QKeySequence(all[0]); // no chords
        if (commands_.conflict(id, key)) {
            showConflict(id, key, second);
            edit->setKeySequence(now);
            return;
        }
        showConflict({}, {}, false);
        commands_.setKey(id, key, second);
    });
    // Cleared, and not only while another one is being typed.
    connect(edit, &QKeySequenceEdit::keySequenceChanged, this, [this, edit, id = e.command.id, second] {
        QTimer::singleShot(1500, edit, [this, edit, id, second] {
            if (edit->keySequence().isEmpty()) commands_.setKey(id, {}, second);
        });
    });
    return edit;
}

void PreferencesWindow::showConflict(const QString& id, const QKeySequence& key, bool second) {
    wanted_ = {id, key, second};
    const Commands::Entry* other = id.isEmpty() ? nullptr : commands_.conflict(id, key);
    reassign_->setVisible(other != nullptr);
    setLook(conflict_, "role", other ? "warning" : "second");
    conflict_->setText(other
                           ? tr("%1 is already used by “%2”.")
                                 .arg(key.toString(QKeySequence::NativeText), QString(other->command.text).remove('&'))
                           : QString());
}

} // namespace thallos
