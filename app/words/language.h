// The language that the window speaks. Texts in the sources are English; assets/languages holds its plurals and the
// other languages, which are built into the program.
#pragma once

#include <QString>
#include <QStringList>

namespace thallos {

// Codes of what there is, "en" first.
QStringList languages();
// As languages call themselves: "Deutsch".
QString languageName(const QString& code);
// The first of the system's languages that there is, else English.
QString systemLanguage();
// For all text that is made from now on; to be called before the first widget.
void useLanguage(const QString& code);

} // namespace thallos
