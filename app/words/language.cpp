#include "app/words/language.h"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QLocale>
#include <QTranslator>

namespace thallos {

namespace {

// One text has one translation, in whatever class it stands.
class Words : public QTranslator {
public:
    using QTranslator::QTranslator;
    QString translate(const char*, const char* text, const char* note, int n) const override {
        return QTranslator::translate("thallos", text, note, n);
    }
};

} // namespace

QStringList languages() {
    return {"en", "de"};
}

QString languageName(const QString& code) {
    return code == "en" ? "English" : QLocale(code).nativeLanguageName();
}

QString systemLanguage() {
    for (const QString& name : QLocale::system().uiLanguages())
        if (const QString code = name.section('-', 0, 0); languages().contains(code)) return code;
    return "en";
}

void useLanguage(const QString& code) {
    static QTranslator toolkit; // its own dialogs and buttons
    static Words words;
    for (QTranslator* t : {&toolkit, static_cast<QTranslator*>(&words)}) QCoreApplication::removeTranslator(t);
    if (code != "en" && toolkit.load("qtbase_" + code, QLibraryInfo::path(QLibraryInfo::TranslationsPath)))
        QCoreApplication::installTranslator(&toolkit);
    if (words.load(":/languages/thallos_" + code + ".qm")) QCoreApplication::installTranslator(&words);
    QLocale::setDefault(QLocale(code));
}

} // namespace thallos
