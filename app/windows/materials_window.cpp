#include "app/windows/materials_window.h"
#include "app/words/names.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QVBoxLayout>

#include "core/base/assets.h"
#include "core/material/library.h"

namespace thallos {

namespace {

constexpr int kPicture = 112;
constexpr int kName = Qt::UserRole + 1; // data: the name in the library

// Its rows carry the names of their materials when they are dragged.
class MaterialList : public QListWidget {
public:
    using QListWidget::QListWidget;

protected:
    QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override {
        auto* data = new QMimeData;
        if (!items.isEmpty()) data->setData(kMaterialMime, items.first()->data(kName).toString().toUtf8());
        return data;
    }
};

} // namespace

MaterialsWindow::MaterialsWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("materialsWindow");
    setWindowTitle(tr("Materials"));
    resize(704, 600);
    auto* l = new QVBoxLayout(this);
    auto* top = new QHBoxLayout;
    find_ = new QLineEdit(this);
    find_->setObjectName("findMaterial");
    find_->setPlaceholderText(tr("Find a material"));
    find_->setAccessibleName(tr("Find a material"));
    find_->setClearButtonEnabled(true);
    family_ = new QComboBox(this);
    family_->setObjectName("materialFamily");
    family_->setAccessibleName(tr("Kind of material"));
    family_->addItem(tr("All kinds"));
    list_ = new MaterialList(this);
    list_->setObjectName("materialList");
    list_->setAccessibleName(tr("Materials"));
    list_->setViewMode(QListView::IconMode);
    list_->setIconSize(QSize(kPicture, kPicture));
    list_->setGridSize(QSize(kPicture + 16, kPicture + 44));
    list_->setResizeMode(QListView::Adjust);
    list_->setMovement(QListView::Static);
    list_->setWordWrap(true);
    list_->setDragEnabled(true);
    const auto pictures = QString::fromStdString((assetFolder() / "materials").string());
    for (const Recipe& r : shippedMaterials()->recipes()) {
        const QString family = libraryName(r.family);
        if (family_->findText(family) < 0) family_->addItem(family);
        auto* item = new QListWidgetItem(QIcon(pictures + "/" + QString::fromStdString(r.file) + ".jpg"),
                                         libraryName(r.name), list_);
        item->setData(kName, QString::fromStdString(r.name));
        item->setSizeHint(list_->gridSize());
        item->setData(Qt::UserRole, family);
        item->setToolTip(r.generator.empty() ? family
                                             : tr("%1 · a sheet of %2 × %3 m in true size")
                                                   .arg(family)
                                                   .arg(static_cast<double>(r.mapping.size.x), 0, 'g', 3)
                                                   .arg(static_cast<double>(r.mapping.size.y), 0, 'g', 3));
    }
    auto* hint = new QLabel(
        tr("Drag onto a building part, or press Enter to assign it to the material in the inspector."), this);
    hint->setWordWrap(true);
    top->addWidget(find_, 1);
    top->addWidget(family_);
    l->addLayout(top);
    l->addWidget(list_);
    l->addWidget(hint);
    connect(find_, &QLineEdit::textChanged, this, [this] { filter(); });
    connect(family_, &QComboBox::currentIndexChanged, this, [this] { filter(); });
    connect(list_, &QListWidget::itemActivated, this,
            [this](const QListWidgetItem* item) { Q_EMIT taken(item->data(kName).toString()); });
    // Enter in the field takes the first that is left.
    connect(find_, &QLineEdit::returnPressed, this, [this] {
        for (int i = 0; i < list_->count(); ++i)
            if (!list_->item(i)->isHidden()) return Q_EMIT taken(list_->item(i)->data(kName).toString());
    });
}

void MaterialsWindow::filter() {
    const QStringList words = find_->text().simplified().split(' ', Qt::SkipEmptyParts);
    for (int i = 0; i < list_->count(); ++i) {
        QListWidgetItem* item = list_->item(i);
        const QString family = item->data(Qt::UserRole).toString(),
                      text = item->text() + " " + item->data(kName).toString() + " " + family;
        const bool kind = family_->currentIndex() == 0 || family == family_->currentText();
        const bool found = std::all_of(words.begin(), words.end(),
                                       [&](const QString& w) { return text.contains(w, Qt::CaseInsensitive); });
        item->setHidden(!kind || !found);
    }
}

} // namespace thallos
