#include "app/windows/recent_window.h"

#include <QDialogButtonBox>
#include <QDir>
#include <QFileInfo>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QSettings>
#include <QStandardPaths>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "core/base/hash.h"

namespace thallos {

namespace {
constexpr QSize kPicture(208, 117);

QString pictureOf(const QString& file) {
    return recentPicturesFolder() + "/" + QString::fromStdString(contentHash(file.toStdString())) + ".png";
}
} // namespace

QString recentPicturesFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::CacheLocation) + "/recent";
}

QStringList recentFiles() {
    return QSettings().value("files/recent").toStringList();
}

void rememberFile(const QString& file, const QImage& picture) {
    const QString f = QFileInfo(file).absoluteFilePath();
    QStringList list = recentFiles();
    list.removeAll(f);
    list.prepend(f);
    while (list.size() > 24) QFile::remove(pictureOf(list.takeLast()));
    QSettings().setValue("files/recent", list);
    if (picture.isNull()) return;
    QDir().mkpath(recentPicturesFolder());
    picture.scaled(kPicture * 2, Qt::KeepAspectRatio, Qt::SmoothTransformation).save(pictureOf(f));
}

RecentList::RecentList(QWidget* parent) : QListWidget(parent) {
    setObjectName("recentList");
    setAccessibleName(tr("Recent projects"));
    setViewMode(QListView::IconMode);
    setIconSize(kPicture);
    setGridSize(kPicture + QSize(20, 40));
    setResizeMode(QListView::Adjust);
    setMovement(QListView::Static);
    for (const QString& f : recentFiles()) {
        QImage canvas(kPicture * devicePixelRatioF(), QImage::Format_RGB32);
        canvas.fill(Theme::now().surround);
        const QImage picture(pictureOf(f));
        if (!picture.isNull()) {
            QPainter p(&canvas);
            const QImage fit = picture.scaled(canvas.size(), Qt::KeepAspectRatio, Qt::SmoothTransformation);
            p.drawImage((canvas.width() - fit.width()) / 2, (canvas.height() - fit.height()) / 2, fit);
        }
        canvas.setDevicePixelRatio(devicePixelRatioF());
        auto* item = new QListWidgetItem(QIcon(QPixmap::fromImage(canvas)), QFileInfo(f).completeBaseName(), this);
        item->setData(Qt::UserRole, f);
        item->setToolTip(f);
        if (!QFileInfo::exists(f)) {
            item->setFlags(Qt::NoItemFlags);
            item->setToolTip(tr("File not found: %1").arg(f));
        }
    }
    if (count()) setCurrentRow(0);
}

QString RecentList::current() const {
    return currentItem() ? currentItem()->data(Qt::UserRole).toString() : QString();
}

RecentWindow::RecentWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("recentWindow");
    setWindowTitle(tr("Open recent"));
    resize(720, 480);
    auto* l = new QVBoxLayout(this);
    list_ = new RecentList(this);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Open | QDialogButtonBox::Cancel, this);
    l->addWidget(list_);
    l->addWidget(buttons);
    auto take = [this] {
        chosen_ = list_->current();
        if (!chosen_.isEmpty()) accept();
    };
    connect(list_, &QListWidget::itemActivated, this, take);
    connect(buttons, &QDialogButtonBox::accepted, this, take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

} // namespace thallos
