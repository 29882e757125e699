// Thallos.
#include <algorithm>
#include <clocale>
#include <cstdio>
#include <cstdlib>

#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QDialog>
#include <QMessageBox>
#include <QSettings>
#include <QTimer>

#include "app/shell/main_window.h"
#include "app/shell/stall_monitor.h"
#include "app/shell/text_size.h"
#include "app/widgets/theme.h"
#include "app/windows/keys_sheet.h"
#include "app/windows/preferences.h"
#include "app/windows/species_window.h"
#include "app/words/language.h"
#include "app/words/text.h"
#include "app/work/task.h"
#include "core/base/assets.h"

static void addOptions(QCommandLineParser& parser) {
    parser.setApplicationDescription("Sets a building into its site and renders it.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("file", "project to open, or a model to make one around");
    parser.addOption(
        {"screenshot", "write a picture of the window when the shown shot has enough samples, and quit", "file"});
    parser.addOption({"wait", "seconds between what is done and the screenshot", "s", "0.7"});
    parser.addOption({"samples", "samples to wait for before the screenshot", "n", "1"});
    parser.addOption({"verb", "verb to show: seat, shape, plant, light, frame, finish", "name"});
    parser.addOption({"choose", "item to select; may be given several times", "name"});
    parser.addOption(
        {"do", "command of the menus to do before the screenshot, by its id; may be given several times", "id"});
    parser.addOption({"keys", "print the page of keys and quit"});
    parser.addOption({"theme", "overcast or night, for this run", "name"});
    parser.addOption({"language", "en or de, for this run", "code"});
}

// What only prints needs no display.
static void needNoDisplay(int argc, char** argv) {
    for (const QByteArray word : {"--help", "-h", "--version", "-v", "--keys"})
        if (std::find(argv + 1, argv + argc, word) != argv + argc) qputenv("QT_QPA_PLATFORM", "offscreen");
}

int main(int argc, char** argv) {
    needNoDisplay(argc, argv);
    thallos::useSetTextSize();
#ifdef NDEBUG
    thallos::Application app(argc, argv);
#else
    thallos::WatchedApplication app(argc, argv);
#endif
    thallos::useSystemTextSize(argv);
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName("thallos");
    QApplication::setOrganizationName("thallos");
    QApplication::setApplicationDisplayName("Thallos");
    QApplication::setApplicationVersion(THALLOS_VERSION);
    QSettings::setDefaultFormat(QSettings::IniFormat);
    QCommandLineParser parser;
    addOptions(parser);
    parser.process(app);
    const QString language =
        parser.isSet("language") ? parser.value("language") : thallos::Preferences::load().language;
    thallos::useLanguage(thallos::languages().contains(language) ? language : thallos::systemLanguage());
    try {
        thallos::Preferences::themeOfThisRun = parser.value("theme");
        thallos::Theme::load("overcast");
        std::vector<std::string> unread;
        thallos::MainWindow window(thallos::readLibrary(&unread));
        if (parser.isSet("keys")) {
            std::fputs(thallos::KeysSheet::page(window.commands()).toUtf8().constData(), stdout);
            return 0;
        }
        const QStringList files = parser.positionalArguments();
        if (!files.isEmpty()) window.files().begin(files.first().toStdString());
        const QStringList verbs{"seat", "shape", "plant", "light", "frame", "finish"};
        if (const auto v = verbs.indexOf(parser.value("verb")); v >= 0)
            window.session().view.setVerb(static_cast<thallos::Verb>(v));
        for (const QString& name : parser.values("choose"))
            if (const auto* item = thallos::find(window.session().document.project(), name.toStdString()))
                window.session().selection.toggle(item->id);
        window.show();
        if (files.isEmpty() || thallos::ProjectFiles::isModel(files.first().toStdString())) window.showStart();
        window.library().tellUnread(unread);
        if (parser.isSet("screenshot")) {
            QObject::connect(&window.engine(), &thallos::Engine::shotReady, &window,
                             [&](const thallos::ShotPicture& p) {
                                 static bool done = false;
                                 if (done || p.samples < parser.value("samples").toInt()) return;
                                 done = true;
                                 QTimer::singleShot(300, &window, [&] {
                                     // A dialog that a command opened is the picture, else the window.
                                     const double wait = std::max(0.7, parser.value("wait").toDouble());
                                     QTimer::singleShot(static_cast<int>(wait * 1000), &window, [&] {
                                         QWidget* shown = &window;
                                         for (QWidget* w : QApplication::topLevelWidgets())
                                             if (w->isVisible() && qobject_cast<QDialog*>(w)) shown = w;
                                         const bool good = shown->grab().save(parser.value("screenshot"));
                                         std::_Exit(good ? 0 : 1); // a modal loop may still be running
                                     });
                                     for (const QString& id : parser.values("do"))
                                         if (QAction* action = window.commands().action(id)) action->trigger();
                                 });
                             });
        } else
            QTimer::singleShot(0, &window, [&] { window.files().offerRecovery(); });
        return QApplication::exec();
    } catch (const std::exception& e) {
        std::fprintf(stderr, "%s\n", e.what());
        QMessageBox::critical(nullptr, "Thallos", thallos::sentenceOf(e));
        return 1;
    }
}
