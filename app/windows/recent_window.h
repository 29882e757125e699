// Projects opened of late, as pictures.
#pragma once

#include <QDialog>
#include <QImage>
#include <QListWidget>

namespace thallos {

// Newest first; kept in the settings, the pictures in the cache folder.
QStringList recentFiles();
void rememberFile(const QString& file, const QImage& picture = {}); // without a picture the old one stays
QString recentPicturesFolder();

// As pictures with their names; a file that is gone can't be taken.
class RecentList : public QListWidget {
    Q_OBJECT
public:
    explicit RecentList(QWidget* parent);
    QString current() const; // its path; empty: none
};

class RecentWindow : public QDialog {
    Q_OBJECT
public:
    explicit RecentWindow(QWidget* parent);
    QString chosen() const { return chosen_; }

private:
    RecentList* list_;
    QString chosen_;
};

} // namespace thallos
