#include "tests/app/window_driver.h"

#include <QAbstractButton>
#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QTimer>
#include <QWheelEvent>
#include <QWindow>

#include <gtest/gtest.h>
#include <unistd.h>

#include "app/inspector/inspector.h"
#include "app/shell/stem.h"
#include "core/base/assets.h"
#include "core/base/hash.h"
#include "core/exchange/foreign.h"
#include "core/project/json.h"

namespace thallos::test {

MainWindow& window() {
    static MainWindow* w = [] {
        auto* made = new MainWindow(PlantLibrary::load(assetFolder() / "species"));
        made->resize(1100, 700);
        made->show();
        made->activateWindow();
        (void)QTest::qWaitForWindowActive(made);
        return made;
    }();
    return *w;
}

bool waitFor(const std::function<bool()>& done, int milliseconds) {
    return QTest::qWaitFor(done, milliseconds);
}

void settle() {
    auto& s = window().session();
    ASSERT_TRUE(waitFor([&] {
        return s.document.built() && s.document.built()->project == s.document.project() && !s.document.built()->stale;
    }));
    // The panes draw from the scene of the same build.
    ASSERT_TRUE(waitFor([&] {
        const auto scene = window().engine().scene();
        return scene && scene->site == s.document.built();
    }));
}

void settlePlan() {
    settle();
    ASSERT_TRUE(waitFor([] { return window().planPane().isUpToDate(); }));
}

void freshSite(bool house) {
    static const auto model = std::make_shared<const Model>(importModel(assetFolder() / "demo/honey-house.glb"));
    auto& w = window();
    Project p = newProject({100, 100}, 0.5f, "Test site");
    p = withTerrain(p, [](Terrain& t) { t.relief = {5, 2, 60, 0.3f, {0, 0.02f}}; });
    if (house) {
        Building b;
        b.model = model;
        b.surfaces = model->materials;
        b.position = {0, 8, 0};
        b.position.z = seatHeight(b, naturalOf(p));
        p = added(p, "Honey house", b);
    }
    w.session().files.create(p);
    w.session().view.setVerb(Verb::Seat);
    settle();
    choosePlanAsMain(false);
    // The plan as every test knows it, whatever the one before did to it.
    w.planPane().frame({{-48, -34, 0}, {48, 38, 4}});
    w.shotPane().setFocus();
    ASSERT_TRUE(waitFor([&] {
        return !w.shotPane().picture().image.isNull() && w.shotPane().picture().shot == w.session().view.shotId();
    }));
}

void key(Qt::Key k, Qt::KeyboardModifiers modifiers) {
    // Without a window manager nobody gives the focus back after a dialog.
    if (!QApplication::activeModalWidget() && QApplication::activeWindow() != &window()) {
        window().activateWindow();
        (void)QTest::qWaitForWindowActive(&window());
        ASSERT_TRUE(waitFor([] { return QApplication::activeWindow() == &window(); }, 3000));
    }
    QWidget* to = QApplication::focusWidget();
    QTest::keyClick(to ? to : &window(), k, modifiers);
    QTest::qWait(1);
}

void type(const QString& text) {
    QTest::keyClicks(QApplication::focusWidget(), text);
}

namespace {
QPoint inWindow(QWidget& widget, const QPointF& at) {
    return widget.mapTo(widget.window(), at.toPoint());
}
QWindow* handle(QWidget& widget) {
    return widget.window()->windowHandle();
}
} // namespace

// Through the window itself, so that Qt finds the widget under the pointer as it does for a hand.
void press(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers, Qt::MouseButton button) {
    QTest::mousePress(handle(widget), button, modifiers, inWindow(widget, at));
}
void moveTo(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers, Qt::MouseButton button) {
    const QPoint p = inWindow(widget, at);
    QMouseEvent event(QEvent::MouseMove, p, handle(widget)->mapToGlobal(p), Qt::NoButton, button, modifiers);
    QApplication::sendEvent(handle(widget), &event);
}
void release(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers, Qt::MouseButton button) {
    QTest::mouseRelease(handle(widget), button, modifiers, inWindow(widget, at));
}
void click(QWidget& widget, const QPointF& at, Qt::KeyboardModifiers modifiers, Qt::MouseButton button) {
    moveTo(widget, at, modifiers, Qt::NoButton);
    press(widget, at, modifiers, button);
    release(widget, at, modifiers, button);
    QTest::qWait(1);
}
void doubleClick(QWidget& widget, const QPointF& at) {
    QTest::mouseDClick(handle(widget), Qt::LeftButton, Qt::NoModifier, inWindow(widget, at));
}
void drag(QWidget& widget, const QPointF& from, const QPointF& to, Qt::KeyboardModifiers modifiers,
          Qt::MouseButton button) {
    moveTo(widget, from, modifiers, Qt::NoButton);
    press(widget, from, modifiers, button);
    for (int i = 1; i <= 12; ++i) {
        moveTo(widget, from + (to - from) * i / 12, modifiers, button);
        QTest::qWait(1);
    }
    release(widget, to, modifiers, button);
    QTest::qWait(1);
}

void wheel(QWidget& widget, const QPointF& at, int angle, Qt::KeyboardModifiers modifiers) {
    const QPoint p = inWindow(widget, at);
    QWheelEvent event(p, handle(widget)->mapToGlobal(p), QPoint(), QPoint(0, angle), Qt::NoButton, modifiers,
                      Qt::NoScrollPhase, false);
    QApplication::sendEvent(handle(widget), &event);
}

ItemTree& items() {
    return window().workspace().items().tree();
}

QPointF inItems(int row, ItemModel::Column column) {
    const ItemTree& list = items();
    const QRect first = list.visualRect(list.indexAt({5, 5}));
    return {list.columnViewportPosition(column) + list.columnWidth(column) / 2.0,
            first.center().y() + static_cast<double>(first.height()) * row};
}

void clickItem(int row, ItemModel::Column column, Qt::KeyboardModifiers modifiers) {
    click(*items().viewport(), inItems(row, column), modifiers);
}

void verb(Verb v) {
    window().mainPane().setFocus();
    key(static_cast<Qt::Key>(Qt::Key_1 + static_cast<int>(v)));
    ASSERT_EQ(window().session().view.verb(), v);
}

void choose(const QString& row, int option) {
    QComboBox* box = nullptr;
    ASSERT_TRUE(waitFor([&] { return (box = window().findChild<QComboBox*>(row)) != nullptr; })) << row.toStdString();
    box->setCurrentIndex(option);
    Q_EMIT box->activated(option);
}

void brush(const QString& name) {
    const QStringList sculpting{"raise", "lower", "level",   "ramp",    "smooth", "roughen",
                                "slump", "ruts",  "restore", "protect", "release"},
        painting{"gravel", "soil"};
    const bool paints = painting.contains(name);
    leaf(paints ? "cover" : "sculpt");
    choose("brushKind", static_cast<int>((paints ? painting : sculpting).indexOf(name)));
}

void leaf(const QString& id) {
    auto* leaves = window().findChild<Leaves*>();
    static Session* session = &window().session();
    Tools probe(*session); // the same list of leaves
    const auto& list = probe.leaves[static_cast<int>(session->view.verb())];
    for (size_t i = 0; i < list.size(); ++i)
        if (list[i].id == id) {
            click(*leaves, leaves->leafRect(static_cast<int>(i)).center());
            return;
        }
    FAIL() << id.toStdString();
}

QPointF at(Pane& pane, const V2f& ground) {
    const auto p = pane.toScreen({ground.x, ground.y, pane.groundAt(ground)});
    EXPECT_TRUE(p) << "not in view";
    return p.value_or(QPointF());
}

void choosePlanAsMain(bool plan) {
    const bool now = &window().mainPane() == &window().planPane();
    if (now == plan) return;
    window().mainPane().setFocus();
    key(Qt::Key_Tab);
    ASSERT_EQ(&window().mainPane() == &window().planPane(), plan);
}

QLineEdit& field(const QString& name) {
    QCoreApplication::processEvents(); // rows for another item come after the panes were painted
    auto* f = window().findChild<Inspector*>()->findChild<QLineEdit*>(name);
    if (!f) {
        ADD_FAILURE() << "no field " << name.toStdString();
        static QLineEdit none;
        return none;
    }
    return *f;
}

void setField(const QString& name, const QString& text) {
    QLineEdit& f = field(name);
    f.setFocus();
    QTest::keyClick(&f, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(&f, text);
    QTest::keyClick(&f, Qt::Key_Return);
    QTest::qWait(1);
}

void whenDialogOpens(const std::function<void(QDialog&)>& act) {
    auto* timer = new QTimer(&window());
    const QPointer<QWidget> now = QApplication::activeModalWidget();
    QObject::connect(timer, &QTimer::timeout, &window(), [timer, act, now] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || !dialog->isVisible() || dialog == now) return;
        timer->deleteLater();
        act(*dialog);
    });
    timer->start(20);
}

void whenMenuOpens(const std::function<void(QMenu&)>& act) {
    auto* timer = new QTimer(&window());
    QObject::connect(timer, &QTimer::timeout, &window(), [timer, act] {
        auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
        if (!menu || !menu->isVisible()) return;
        timer->deleteLater();
        act(*menu);
        while (QWidget* left = QApplication::activePopupWidget()) left->close();
    });
    timer->start(20);
}

Id addBuilding(Model model) {
    tidy(model);
    Building b;
    b.model = std::make_shared<const Model>(std::move(model));
    b.surfaces = b.model->materials;
    Id id;
    session().document.edit("Import", added(session().document.project(), b.model->name, b, &id));
    session().selection.set(id);
    return id;
}

void acceptImport(const char* button) {
    QPushButton* b = nullptr;
    ASSERT_TRUE(waitFor(
        [&] {
            b = window().findChild<QPushButton*>(button);
            return b && b->isVisible() && b->isEnabled();
        },
        60000));
    click(*b, QPointF(b->rect().center()));
}

void chooseFile(QDialog& dialog, const std::filesystem::path& file) {
    auto* edit = dialog.findChild<QLineEdit*>("fileNameEdit");
    ASSERT_TRUE(edit);
    // The dialog reads its folder in a thread of its own, takes no answer before it is done, and may then put another
    // name into the field.
    auto* again = new QTimer(&dialog);
    QObject::connect(again, &QTimer::timeout, &dialog, [&dialog, edit, file] {
        edit->setText(QString::fromStdString(file.string()));
        auto* buttons = dialog.findChild<QDialogButtonBox*>();
        for (QAbstractButton* b : buttons->buttons())
            if (buttons->buttonRole(b) == QDialogButtonBox::AcceptRole && b->isEnabled()) {
                b->setFocus();
                QTest::keyClick(b, Qt::Key_Space);
                return;
            }
    });
    again->start(50);
}

std::string documentHash() {
    auto j = dump(window().session().document.project(), [](const std::string& b) { return contentHash(b); });
    j.erase("next_id"); // ids are never used again, not even after an undo
    return contentHash(j.dump());
}

const Building* house() {
    return bodyOf<Building>(find(window().session().document.project(), "Honey house"));
}
const Item* last() {
    return window().session().document.project().items.back().get();
}
Session& session() {
    return window().session();
}

void expectOneStep(const std::string& before) {
    const std::string after = documentHash();
    EXPECT_NE(after, before);
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before);
    key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(documentHash(), after);
}

QString message() {
    return window().findChild<QLabel*>("message")->text();
}

double difference(const QImage& a, const QImage& b) {
    if (a.size() != b.size()) return 255;
    double sum = 0;
    for (int y = 0; y < a.height(); y += 3)
        for (int x = 0; x < a.width(); x += 3) sum += std::abs(qGreen(a.pixel(x, y)) - qGreen(b.pixel(x, y)));
    return sum * 9 / (static_cast<double>(a.width()) * a.height());
}

std::filesystem::path scratch() {
    const auto folder = std::filesystem::temp_directory_path() / ("thallos-window-test-" + std::to_string(::getpid()));
    std::filesystem::create_directories(folder);
    return folder;
}

} // namespace thallos::test
