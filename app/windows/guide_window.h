// The guide, read beside the work: pages at the left, found by words.
#pragma once

#include <QDialog>

class QLineEdit;
class QListWidget;
class QTextBrowser;

namespace thallos {

class GuideWindow : public QDialog {
    Q_OBJECT
public:
    explicit GuideWindow(QWidget* parent);
    void showPage(const QString& name); // "seat"

private:
    void search();
    void searchNext();
    QLineEdit* find_;
    QListWidget* pages_;
    QTextBrowser* text_;
};

// Version, and the licences of what comes with Thallos.
class AboutWindow : public QDialog {
    Q_OBJECT
public:
    explicit AboutWindow(QWidget* parent);
};

} // namespace thallos
