// Asks how a model is to be taken: its unit, which axis is up, where it goes; shows it as it would stand beside a
// person, says its size in words, and tells what was not found.
#pragma once

#include <memory>
#include <optional>

#include <QDialog>
#include <QString>

#include "app/windows/turning_picture.h"
#include "app/work/importing.h"

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;

namespace thallos {

class ImportDialog : public QDialog {
    Q_OBJECT
public:
    // `at`: where the pointer let it fall. `around`: a new project is made around it, so its place is not asked for.
    ImportDialog(std::shared_ptr<const ForeignModel> read, const std::filesystem::path& file,
                 const std::optional<V2f>& at, bool around, const Project& project,
                 const std::shared_ptr<const PlantLibrary>& library, const std::vector<std::string>& folders,
                 QWidget* parent);
    void setLight(const Site& site, const Shot& shot) { picture_->setLight(site, shot); }

    // As the answers have it, without and with what is left out.
    std::shared_ptr<const ForeignModel> model() const { return fitted_; }
    std::shared_ptr<const ForeignModel> whole() const { return whole_; }
    Placing placing() const;
    const TurningPicture* picture() const { return picture_; }

signals:
    // Its textures are looked for there, and this dialog is asked anew.
    void wantsTextures(const QString& folder);

private:
    void addBuildingAnswers(QFormLayout* form, bool around);
    QLayout* questions(bool around, const Project& project);
    QLayout* answers(bool around);
    void addPlaces(const Project& project);
    void refit(); // beside, after another unit or axis was chosen
    void show(std::shared_ptr<const ForeignModel> fitted);
    std::shared_ptr<const ForeignModel> read_, fitted_, whole_;
    std::shared_ptr<const PlantLibrary> library_;
    std::optional<V2f> at_;
    uint64_t generation_ = 0;
    TurningPicture* picture_;
    QLineEdit* name_;
    QComboBox *unit_, *up_, *place_ = nullptr, *site_ = nullptr;
    QCheckBox *furniture_ = nullptr, *location_ = nullptr;
    QLabel *found_, *size_, *note_;
    QPlainTextEdit* report_;
    QPushButton *import_, *textures_;
    std::vector<std::string> folders_;
};

// A folder to look for textures in, where the last one was; empty: none.
QString askForTextures(QWidget* parent);
// A model's file, in the folder where the last one was; empty: none.
QString askForModel(QWidget* parent, const QString& title);

} // namespace thallos
