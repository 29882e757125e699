// Hands that know no sense: a fixed storm of events on the real window.
#include <QDialog>
#include <QSplitter>
#include <QTimer>
#include <gtest/gtest.h>

#include "app/panes/tool.h"
#include "core/base/hash.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

TEST(Random, EventsNeitherCrashNorCorrupt) {
    // Twenty thousand events of every kind on every part of the window; then the document is valid, and undo leads back
    // to the start.
    freshSite();
    Project p = session().document.project();
    p = added(p, "Anna", Figure{{-6, -9}, 0});
    p = added(p, "Trees", Specimens{{{"Apple", {-8, 0}, 0, 1, 0}, {"Apple", {8, 0}, 0, 1, 1}}});
    session().files.create(p);
    settle();
    const std::string start = documentHash();
    Random random(20261125);
    // Whatever asks is turned away, as somebody in a hurry would.
    QTimer closer;
    QObject::connect(&closer, &QTimer::timeout, [] {
        if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget())) dialog->reject();
    });
    closer.start(5);
    const Qt::Key keys[] = {Qt::Key_A,        Qt::Key_B,     Qt::Key_C,         Qt::Key_D,           Qt::Key_E,
                            Qt::Key_F,        Qt::Key_G,     Qt::Key_H,         Qt::Key_J,           Qt::Key_K,
                            Qt::Key_L,        Qt::Key_M,     Qt::Key_N,         Qt::Key_P,           Qt::Key_R,
                            Qt::Key_S,        Qt::Key_T,     Qt::Key_U,         Qt::Key_V,           Qt::Key_W,
                            Qt::Key_X,        Qt::Key_Z,     Qt::Key_0,         Qt::Key_1,           Qt::Key_2,
                            Qt::Key_3,        Qt::Key_4,     Qt::Key_5,         Qt::Key_6,           Qt::Key_9,
                            Qt::Key_Left,     Qt::Key_Right, Qt::Key_Up,        Qt::Key_Down,        Qt::Key_PageUp,
                            Qt::Key_PageDown, Qt::Key_Home,  Qt::Key_Delete,    Qt::Key_Escape,      Qt::Key_Return,
                            Qt::Key_Tab,      Qt::Key_Space, Qt::Key_Backspace, Qt::Key_F2,          Qt::Key_F6,
                            Qt::Key_F7,       Qt::Key_Comma, Qt::Key_Period,    Qt::Key_BracketLeft, Qt::Key_Semicolon};
    const Qt::KeyboardModifiers modifiers[] = {Qt::NoModifier,
                                               Qt::NoModifier,
                                               Qt::NoModifier,
                                               Qt::ControlModifier,
                                               Qt::AltModifier,
                                               Qt::ShiftModifier,
                                               Qt::ControlModifier | Qt::ShiftModifier};
    const auto pick = [&](const auto& list) {
        return list[static_cast<size_t>(random.unit() * static_cast<float>(std::size(list))) % std::size(list)];
    };
    const Qt::MouseButton buttons[] = {Qt::LeftButton, Qt::LeftButton, Qt::LeftButton, Qt::RightButton,
                                       Qt::MiddleButton};
    QPointF where(500, 350);
    Qt::MouseButton held = Qt::NoButton;
    for (int i = 0; i < 20000; ++i) {
        const float what = random.unit();
        const Qt::KeyboardModifiers m = pick(modifiers);
        QWidget& w = window();
        if (what < 0.45f) {
            where = {std::clamp(where.x() + (random.unit() - 0.5) * 160, 2.0, w.width() - 2.0),
                     std::clamp(where.y() + (random.unit() - 0.5) * 120, 42.0, w.height() - 2.0)};
            if (random.unit() < 0.03f) where = {random.unit() * w.width(), 42 + random.unit() * (w.height() - 44.0)};
            moveTo(w, where, m, held);
        } else if (what < 0.62f) {
            if (held == Qt::NoButton) {
                held = pick(buttons);
                press(w, where, m, held);
            } else {
                release(w, where, m, held);
                held = Qt::NoButton;
            }
        } else if (what < 0.68f)
            wheel(w, where, random.unit() < 0.5f ? 120 : -120, m);
        else if (what < 0.70f)
            doubleClick(w, where);
        else {
            const Qt::Key k = pick(keys);
            // Quitting, full screen and files are no matter of chance.
            if ((m & Qt::ControlModifier) && (k == Qt::Key_N || k == Qt::Key_S || k == Qt::Key_P || k == Qt::Key_H))
                continue;
            QWidget* to = QApplication::focusWidget();
            QTest::keyClick(to ? to : &w, k, m);
        }
        if (i % 50 == 0) QTest::qWait(1);
    }
    if (held != Qt::NoButton) release(window(), where, Qt::NoModifier, held);
    QTest::qWait(50);
    closer.stop();
    while (QWidget* popup = QApplication::activePopupWidget()) popup->close();
    window().mainPane().tool()->cancel();
    EXPECT_NO_THROW(check(session().document.project()));
    EXPECT_GT(session().document.history().size(), 20u) << "something was done";
    settle();
    session().document.jump(0);
    EXPECT_EQ(documentHash(), start);
    settle();
    session().hand = {};
    session().view.setNeutral(false);
    session().view.showAll();
    window().findChild<QSplitter*>("rightColumn")->setSizes({216, 200, 300});
    window().findChild<QSplitter*>("columns")->setSizes({800, 300});
    window().planPane().frame({{-48, -42, 0}, {48, 42, 4}});
    window().activateWindow();
}
