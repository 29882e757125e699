#include "app/work/task.h"

#include <cstdio>
#include <new>

#include <QAbstractSpinBox>
#include <QComboBox>
#include <QEvent>
#include <QKeyEvent>
#include <QScrollBar>

#include "app/words/text.h"

namespace thallos {

Application::Application(int& argc, char** argv) : QApplication(argc, argv) {
    installEventFilter(this);
}

bool Application::eventFilter(QObject* receiver, QEvent* event) {
    // Letters that are typed into a closed list choose in it, before they are commands of the window.
    if (event->type() == QEvent::ShortcutOverride && qobject_cast<QComboBox*>(receiver)) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (!key->text().isEmpty() && key->text()[0].isPrint() &&
            !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier))) {
            event->accept();
            return true;
        }
        return false;
    }
    if (event->type() != QEvent::Wheel) return false;
    const bool field = qobject_cast<QComboBox*>(receiver) || qobject_cast<QAbstractSpinBox*>(receiver) ||
                       (qobject_cast<QAbstractSlider*>(receiver) && !qobject_cast<QScrollBar*>(receiver));
    if (field) event->ignore(); // what it lies in gets it next
    return field;
}

bool Application::notify(QObject* receiver, QEvent* event) {
    try {
        return QApplication::notify(receiver, event);
    } catch (const std::exception& e) {
        tellTrouble(sentenceOf(e));
    }
    return false;
}

void tellTrouble(const QString& sentence) {
    auto* app = qobject_cast<Application*>(QCoreApplication::instance());
    if (!app) {
        std::fprintf(stderr, "%s\n", sentence.toUtf8().constData());
        return;
    }
    QMetaObject::invokeMethod(
        app, [app, sentence] { Q_EMIT app->trouble(sentence); }, Qt::QueuedConnection);
}

Task::Task(std::function<void()> work)
    : thread_([work = std::move(work)] {
          try {
              work();
          } catch (const std::exception& e) {
              tellTrouble(sentenceOf(e));
          }
      }) {}

Task& Task::operator=(Task&& other) noexcept {
    if (thread_.joinable()) thread_.join();
    thread_ = std::move(other.thread_);
    return *this;
}

Task::~Task() {
    if (thread_.joinable()) thread_.join();
}

} // namespace thallos
