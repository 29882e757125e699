#include <clocale>

#include <QApplication>
#include <QSettings>
#include <gtest/gtest.h>

#include "app/widgets/theme.h"
#include "app/words/language.h"
#include "app/work/task.h"
#include "tests/app/window_driver.h"
#include "tests/own_folders.h"

int main(int argc, char** argv) {
    const thallos::test::OwnFolders folders;
    ::testing::InitGoogleTest(&argc, argv);
    if (GTEST_FLAG_GET(list_tests)) return RUN_ALL_TESTS(); // asked by the build, where no screen need be
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM") && qEnvironmentVariableIsEmpty("DISPLAY"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    thallos::Application app(argc, argv);
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName("thallos-test");
    QSettings::setDefaultFormat(QSettings::IniFormat);
    thallos::useLanguage(qEnvironmentVariable("THALLOS_TEST_LANGUAGE", "en"));
    thallos::Theme::load("overcast");
    const int result = RUN_ALL_TESTS();
    std::filesystem::remove_all(thallos::test::scratch());
    delete &thallos::test::window();
    return result;
}
