// The species of the library: found by words and kind, seen beside a person, bred into species of one's own.
#pragma once

#include <QDialog>

#include "app/windows/species_picture.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLayout;
class QLineEdit;
class QListWidget;
class QListWidgetItem;
class QPushButton;
class QScrollArea;
class QSlider;
class QVBoxLayout;

namespace thallos {

// Where recipes of the user's own are kept: species/ in dataFolder().
std::filesystem::path ownSpeciesFolder();
// What came with Thallos and what is there; own recipes that can't be read are left out and told of.
std::shared_ptr<const PlantLibrary> readLibrary(std::vector<std::string>* warnings = nullptr);

class SpeciesWindow : public QDialog {
    Q_OBJECT
public:
    SpeciesWindow(std::shared_ptr<const PlantLibrary> library, QWidget* parent);
    void setLibrary(std::shared_ptr<const PlantLibrary> library); // keeps what is shown, by name
    void setLight(const Site& site, const Shot& shot);
    QString current() const;                            // name in the library; empty: none
    QListWidgetItem* itemOf(const QString& name) const; // null: none
    void showSpecies(const QString& name);

signals:
    void taken(const QString& name); // by Enter, a double click or the button
    void ownSpeciesChanged();        // a recipe was written or taken away
    void bringIn();                  // something from elsewhere is asked for

private:
    QLayout* makeList(); // find, kind and the species
    QLayout* makeSpecimen();
    QLayout* makeRecipe();
    void makeButtons(QVBoxLayout* right); // what is done with the recipe
    void connectAll();
    void fillList();
    void filter();
    void choose(); // the list's row
    void regrow(); // the recipe at hand
    void showFigures(const SpeciesFigures& figures);
    void fillGroups();
    void fillControls(); // of the group
    QWidget* numberControl(const RecipeField& field, QWidget* page);
    QComboBox* choiceControl(const RecipeField& field, QWidget* page);
    QWidget* switchControl(const RecipeField& field, const QString& label, QWidget* page);
    QWidget* colourControl(const RecipeField& field, const QString& label, QWidget* page);
    void edit(const RecipeField& field);
    void keep();
    void forget();
    bool changed() const;
    std::shared_ptr<const PlantLibrary> library_, shown_;
    std::string text_; // the recipe at hand
    std::vector<RecipeField> fields_;
    QLineEdit* find_;
    QComboBox* kind_;
    QCheckBox* favourites_;
    QListWidget* list_;
    SpeciesPicture* picture_;
    QLabel *title_, *marks_, *figures_, *note_;
    QPushButton *star_, *take_, *keep_, *forget_, *back_;
    QComboBox *individual_, *group_;
    QSlider* season_;
    QLabel* seasonName_;
    QScrollArea* controls_;
    QLineEdit* name_;
};

} // namespace thallos
