// Projects opened of late, as pictures.
#pragma once

#include <QDialog>
#include <QImage>

class QListWidget;

namespace thallos {

// Newest first; kept in the settings, the pictures in the cache folder.
QStringList recentFiles();
void rememberFile(const QString& file, const QImage& picture = {}); // without a picture the old one stays
QString recentPicturesFolder();

class RecentWindow : public QDialog {
    Q_OBJECT
public:
    explicit RecentWindow(QWidget* parent);
    QString chosen() const { return chosen_; }

private:
    QListWidget* list_;
    QString chosen_;
};

} // namespace thallos
