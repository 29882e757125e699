// The materials of the library as pictures, to lay on a part of a building.
#pragma once

#include <QDialog>

class QComboBox;
class QLineEdit;
class QListWidget;

namespace thallos {

// What a material that is dragged onto the picture carries: its name.
inline constexpr char kMaterialMime[] = "application/x-thallos-material";

class MaterialsWindow : public QDialog {
    Q_OBJECT
public:
    explicit MaterialsWindow(QWidget* parent);

signals:
    void taken(const QString& name); // by Enter or a double click

private:
    void filter();
    QLineEdit* find_;
    QComboBox* family_;
    QListWidget* list_;
};

} // namespace thallos
