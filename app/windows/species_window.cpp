#include "app/windows/species_window.h"

#include <QCheckBox>
#include <QColorDialog>
#include <QComboBox>
#include <QDir>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSaveFile>
#include <QScrollArea>
#include <QSettings>
#include <QSlider>
#include <QVBoxLayout>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/recipe_words.h"
#include "app/words/text.h"
#include "core/base/assets.h"
#include "core/base/error.h"

namespace thallos {

namespace {

constexpr int kPicture = 72, kName = Qt::UserRole + 2; // the name in the library
const char* const kFavourites = "species/favourites";

QString text(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

std::filesystem::path ownSpeciesFolder() {
    return dataFolder() / "species";
}

std::shared_ptr<const PlantLibrary> readLibrary(std::vector<std::string>* warnings) {
    std::vector<std::string> unread;
    return PlantLibrary::load(assetFolder() / "species", ownSpeciesFolder(), warnings ? warnings : &unread,
                              plantCache());
}

SpeciesWindow::SpeciesWindow(std::shared_ptr<const PlantLibrary> library, QWidget* parent)
    : QDialog(parent), library_(std::move(library)) {
    setObjectName("speciesWindow");
    setWindowTitle(tr("Species"));
    resize(1180, 740);
    auto* whole = new QHBoxLayout(this);
    whole->addLayout(makeList(), 3);
    whole->addLayout(makeSpecimen(), 6);
    whole->addLayout(makeRecipe(), 5);
    connectAll();
    fillList();
    choose();
}

QLayout* SpeciesWindow::makeList() {
    auto* left = new QVBoxLayout;
    find_ = new QLineEdit(this);
    find_->setObjectName("findSpecies");
    find_->setPlaceholderText(tr("Find a species"));
    find_->setAccessibleName(tr("Find a species by name, kind, habit or features"));
    find_->setClearButtonEnabled(true);
    kind_ = new QComboBox(this);
    kind_->setObjectName("speciesKind");
    kind_->setAccessibleName(tr("Kind"));
    kind_->addItem(tr("All kinds"));
    for (size_t k = 0; k < std::size(kSpeciesKindNames); ++k) kind_->addItem(nameOf(static_cast<SpeciesKind>(k)));
    favourites_ = new QCheckBox(tr("Favourites only"), this);
    favourites_->setObjectName("onlyFavourites");
    list_ = new QListWidget(this);
    list_->setObjectName("speciesList");
    list_->setAccessibleName(tr("Species"));
    list_->setIconSize(QSize(kPicture, kPicture));
    list_->setUniformItemSizes(true);
    left->addWidget(find_);
    left->addWidget(kind_);
    left->addWidget(favourites_);
    left->addWidget(list_, 1);
    auto* bring = new QPushButton(tr("Import…"), this);
    bring->setObjectName("bringIn");
    bring->setToolTip(tr("Add a plant, prop or cut-out from a file"));
    bring->setAutoDefault(false);
    connect(bring, &QPushButton::clicked, this, [this] { Q_EMIT bringIn(); });
    left->addWidget(bring);
    return left;
}

QLayout* SpeciesWindow::makeSpecimen() {
    picture_ = new SpeciesPicture(this);
    auto* middle = new QVBoxLayout;
    middle->addWidget(picture_, 1);
    auto* seasons = new QHBoxLayout;
    season_ = new QSlider(Qt::Horizontal, this);
    season_->setObjectName("speciesSeason");
    season_->setAccessibleName(tr("Season"));
    season_->setToolTip(tr("Leaves, flowers and colours through the year"));
    season_->setRange(0, kSeasons - 1);
    season_->setPageStep(1);
    season_->setTickPosition(QSlider::TicksBelow);
    season_->setValue(static_cast<int>(Season::Summer));
    seasonName_ = new QLabel(this);
    seasonName_->setMinimumWidth(64);
    individual_ = new QComboBox(this);
    individual_->setObjectName("speciesIndividual");
    individual_->setAccessibleName(tr("Growth variant"));
    individual_->setToolTip(tr("One of the grown variants that are planted in turn"));
    for (int k = 0; k < kIndividuals; ++k) individual_->addItem(tr("Variant %1").arg(k + 1));
    seasons->addWidget(season_, 1);
    seasons->addWidget(seasonName_);
    seasons->addWidget(individual_);
    middle->addLayout(seasons);
    return middle;
}

QLayout* SpeciesWindow::makeRecipe() {
    auto* right = new QVBoxLayout;
    auto* head = new QHBoxLayout;
    title_ = new QLabel(this);
    title_->setObjectName("speciesTitle");
    title_->setFont(typeface(Type::Heading));
    star_ = new QPushButton(this);
    star_->setObjectName("favourite");
    star_->setCheckable(true);
    star_->setText(tr("Favourite"));
    star_->setToolTip(tr("Add to favourites"));
    head->addWidget(title_, 1);
    head->addWidget(star_);
    marks_ = new QLabel(this);
    marks_->setObjectName("speciesMarks");
    marks_->setWordWrap(true);
    marks_->setProperty("role", "second");
    figures_ = new QLabel(this);
    figures_->setObjectName("speciesFigures");
    figures_->setWordWrap(true);
    group_ = new QComboBox(this);
    group_->setObjectName("recipeGroup");
    group_->setAccessibleName(tr("Parameter group"));
    group_->setToolTip(tr("Group of parameters shown below"));
    controls_ = new QScrollArea(this);
    controls_->setObjectName("recipeControls");
    controls_->setWidgetResizable(true);
    controls_->setFrameShape(QFrame::NoFrame);
    note_ = new QLabel(this);
    note_->setObjectName("speciesNote");
    note_->setWordWrap(true);
    note_->setProperty("role", "second");
    right->addLayout(head);
    right->addWidget(marks_);
    right->addWidget(figures_);
    right->addWidget(group_);
    right->addWidget(controls_, 1);
    right->addWidget(note_);
    makeButtons(right);
    return right;
}

void SpeciesWindow::makeButtons(QVBoxLayout* right) {
    name_ = new QLineEdit(this);
    name_->setObjectName("ownName");
    name_->setAccessibleName(tr("Name of your own species"));
    name_->setPlaceholderText(tr("Name of your own species"));
    keep_ = new QPushButton(tr("Save to my library"), this);
    keep_->setObjectName("keepSpecies");
    keep_->setToolTip(tr("Save the species to your library, for all projects"));
    back_ = new QPushButton(tr("Revert"), this);
    back_->setObjectName("undoRecipe");
    back_->setToolTip(tr("Revert to the species as saved in the library"));
    forget_ = new QPushButton(tr("Remove from library"), this);
    forget_->setObjectName("forgetSpecies");
    forget_->setToolTip(tr("Remove your own species from your library; projects that use it keep their copy"));
    take_ = new QPushButton(tr("Use"), this);
    take_->setObjectName("plantSpecies");
    take_->setToolTip(tr("Use with the Specimen tool, or add to the selected drift"));
    // Enter in a field is for the field.
    for (QPushButton* b : {star_, keep_, back_, forget_, take_}) b->setAutoDefault(false);
    right->addWidget(name_);
    auto* keeping = new QHBoxLayout;
    keeping->addWidget(keep_);
    keeping->addWidget(back_);
    right->addLayout(keeping);
    auto* ending = new QHBoxLayout;
    ending->addWidget(forget_);
    ending->addWidget(take_);
    right->addLayout(ending);
}

void SpeciesWindow::connectAll() {
    connect(find_, &QLineEdit::textChanged, this, [this] { filter(); });
    connect(find_, &QLineEdit::returnPressed, this, [this] {
        if (const QListWidgetItem* now = list_->currentItem(); now && !now->isHidden()) Q_EMIT taken(current());
    });
    connect(kind_, &QComboBox::currentIndexChanged, this, [this] { filter(); });
    connect(favourites_, &QCheckBox::toggled, this, [this] { filter(); });
    connect(list_, &QListWidget::currentRowChanged, this, [this] { choose(); });
    connect(list_, &QListWidget::itemActivated, this,
            [this](const QListWidgetItem* i) { Q_EMIT taken(i->data(kName).toString()); });
    connect(season_, &QSlider::valueChanged, this, [this] { regrow(); });
    connect(individual_, &QComboBox::currentIndexChanged, this, [this] { regrow(); });
    connect(group_, &QComboBox::currentIndexChanged, this, [this] { fillControls(); });
    connect(picture_, &SpeciesPicture::grown, this, &SpeciesWindow::showFigures);
    connect(take_, &QPushButton::clicked, this, [this] { Q_EMIT taken(current()); });
    connect(keep_, &QPushButton::clicked, this, &SpeciesWindow::keep);
    connect(forget_, &QPushButton::clicked, this, &SpeciesWindow::forget);
    connect(back_, &QPushButton::clicked, this, [this] { choose(); });
    connect(star_, &QPushButton::clicked, this, [this](bool on) {
        QSettings settings;
        QStringList names = settings.value(kFavourites).toStringList();
        names.removeAll(current());
        if (on) names << current();
        settings.setValue(kFavourites, names);
        filter();
    });
}

QString SpeciesWindow::current() const {
    const QListWidgetItem* item = list_->currentItem();
    return item ? item->data(kName).toString() : QString();
}

QListWidgetItem* SpeciesWindow::itemOf(const QString& name) const {
    for (int i = 0; i < list_->count(); ++i)
        if (list_->item(i)->data(kName).toString() == name) return list_->item(i);
    return nullptr;
}

void SpeciesWindow::showSpecies(const QString& name) {
    if (QListWidgetItem* item = itemOf(name)) list_->setCurrentItem(item);
    show();
}

void SpeciesWindow::setLight(const Site& site, const Shot& shot) {
    picture_->setLight(site, shot);
    season_->setValue(static_cast<int>(site.season));
}

void SpeciesWindow::setLibrary(std::shared_ptr<const PlantLibrary> library) {
    const QString name = current();
    const bool edited = changed();
    library_ = std::move(library);
    fillList();
    {
        const QSignalBlocker quiet(list_);
        if (QListWidgetItem* item = itemOf(name)) list_->setCurrentItem(item);
    }
    if (!edited || current() != name) choose();
}

void SpeciesWindow::fillList() {
    const QSignalBlocker quiet(list_);
    list_->clear();
    std::vector<const Species*> species;
    for (const Species& s : library_->species()) species.push_back(&s);
    std::sort(species.begin(), species.end(), [](const Species* a, const Species* b) {
        return libraryName(a->recipe.name).localeAwareCompare(libraryName(b->recipe.name)) < 0;
    });
    for (const Species* s : species) {
        std::filesystem::path picture = s->file;
        auto* item = new QListWidgetItem(QIcon(text(picture.replace_extension(".jpg").string())),
                                         libraryName(s->recipe.name), list_);
        item->setData(kName, text(s->recipe.name));
        item->setSizeHint(QSize(0, kPicture + 6));
        item->setData(Qt::UserRole, nameOf(s->recipe.kind));
        QStringList words{text(s->recipe.name), libraryName(s->recipe.name), text(s->recipe.latin),
                          text(s->recipe.habit), libraryName(s->recipe.habit)};
        for (const auto* list : {&s->recipe.marks, &s->recipe.tags})
            for (const std::string& w : *list) words << text(w) << libraryName(w);
        if (s->origin == SpeciesOrigin::Own) words << tr("my library");
        if (s->origin == SpeciesOrigin::Carried) words << tr("this project");
        item->setData(Qt::UserRole + 1, words.join(' '));
        QStringList tip{item->data(Qt::UserRole).toString(), libraryName(s->recipe.habit)};
        if (!s->recipe.latin.empty()) tip.prepend(text(s->recipe.latin));
        item->setToolTip(tip.join(", "));
    }
    filter();
}

void SpeciesWindow::filter() {
    const QStringList words = find_->text().simplified().split(' ', Qt::SkipEmptyParts);
    const QStringList loved = QSettings().value(kFavourites).toStringList();
    for (int i = 0; i < list_->count(); ++i) {
        QListWidgetItem* item = list_->item(i);
        const QString kind = item->data(Qt::UserRole).toString(),
                      all = item->text() + " " + kind + " " + item->data(Qt::UserRole + 1).toString();
        const bool fits = (kind_->currentIndex() == 0 || kind == kind_->currentText()) &&
                          (!favourites_->isChecked() || loved.contains(item->data(kName).toString())) &&
                          std::all_of(words.begin(), words.end(),
                                      [&](const QString& w) { return all.contains(w, Qt::CaseInsensitive); });
        item->setHidden(!fits);
    }
    // Something is always shown, what is typed for at once.
    if (const QListWidgetItem* now = list_->currentItem(); !now || now->isHidden())
        for (int i = 0; i < list_->count(); ++i)
            if (!list_->item(i)->isHidden()) {
                list_->setCurrentRow(i);
                break;
            }
}

void SpeciesWindow::choose() {
    const int at = library_->find(current().toStdString());
    if (at < 0) return;
    const Species& s = library_->species()[at];
    text_ = s.text;
    title_->setText(
        s.recipe.latin.empty()
            ? libraryName(s.recipe.name)
            : tr("%1 · %2", "a species, its Latin name").arg(libraryName(s.recipe.name), text(s.recipe.latin)));
    QStringList marks;
    for (const std::string& m : s.recipe.marks) marks << "· " + libraryName(m);
    const Rights& r = s.recipe.rights;
    if (!r.maker.empty()) marks << tr("· author: %1").arg(text(r.maker));
    if (!(r == Rights())) marks << tr("· licence: %1").arg(r.licence.empty() ? tr("not set") : text(r.licence));
    marks_->setText(libraryName(s.recipe.habit) + "\n" + marks.join("\n"));
    star_->setChecked(QSettings().value(kFavourites).toStringList().contains(current()));
    name_->setText(s.origin == SpeciesOrigin::Own
                       ? current()
                       : tr("%1 (mine)", "a species").arg(libraryName(current().toStdString())));
    forget_->setEnabled(s.origin == SpeciesOrigin::Own);
    figures_->clear();
    note_->clear();
    regrow();
    fillGroups();
}

bool SpeciesWindow::changed() const {
    const int at = library_->find(current().toStdString());
    return at >= 0 && library_->species()[at].text != text_;
}

void SpeciesWindow::regrow() {
    const auto season = static_cast<Season>(season_->value());
    seasonName_->setText(nameOf(season));
    const int at = library_->find(current().toStdString());
    if (at < 0) return;
    back_->setEnabled(changed());
    try {
        fields_.clear();
        SpeciesRecipe recipe = parseRecipe(text_, current().toStdString(), &fields_);
        if (changed()) {
            Species s = library_->species()[at];
            if (auto* proxy = std::get_if<ProxyRecipe>(&recipe.growth))
                proxy->model = std::get<ProxyRecipe>(s.recipe.growth).model;
            s.recipe = recipe;
            s.text = text_;
            shown_ = PlantLibrary::of({s});
            picture_->setSpecies(shown_, 0, individual_->currentIndex(), season);
        } else {
            shown_ = library_;
            picture_->setSpecies(shown_, at, individual_->currentIndex(), season);
        }
        note_->clear();
    } catch (const Error& e) {
        note_->setText(sentenceOf(e));
    }
}

void SpeciesWindow::showFigures(const SpeciesFigures& f) {
    QString line = tr("%1 high · %2 wide").arg(lengthText(f.height), lengthText(f.spread));
    if (f.leafArea > 0) line += tr(" · leaf area %1").arg(areaText(f.leafArea));
    line += "\n" + tr("Triangles: %1 close-up, %2 near, %3 middle, %4 far · %5")
                       .arg(countText(f.triangles[0]), countText(f.triangles[1]), countText(f.triangles[2]),
                            countText(f.triangles[3]), bytesText(static_cast<int64_t>(f.bytes)));
    figures_->setText(line);
}

void SpeciesWindow::fillGroups() {
    const QString before = group_->currentText();
    {
        const QSignalBlocker quiet(group_);
        group_->clear();
        for (const RecipeField& f : fields_) {
            const QString group = recipeGroup(f.path);
            if (f.path != "version" && f.path != "kind" && group_->findText(group) < 0) group_->addItem(group);
        }
        group_->setCurrentIndex(std::max(0, group_->findText(before)));
    }
    fillControls();
}

QWidget* SpeciesWindow::numberControl(const RecipeField& f, QWidget* page) {
    const RecipeLabel label = recipeLabel(f.path);
    ValueRange range;
    range.low = f.low;
    range.high = f.high;
    range.logarithmic = f.low > 0 && f.high / f.low > 60;
    range.dimension = label.unit == "m" ? Dimension::Length : label.unit == "°" ? Dimension::Angle : Dimension::Plain;
    range.unit = label.unit;
    range.decimals = f.kind == RecipeField::Kind::Whole ? 0 : f.high <= 0.1f ? 4 : f.high <= 1 ? 3 : 2;
    range.normal = f.value;
    auto* row = new ValueRow({text(f.path), label.name}, range, label.name, page);
    row->setValue(f.value);
    connect(row, &ValueRow::changed, this, [this, f](double value, bool) {
        RecipeField now = f;
        now.value = static_cast<float>(value);
        edit(now);
    });
    return row;
}

QComboBox* SpeciesWindow::choiceControl(const RecipeField& f, QWidget* page) {
    auto* box = new QComboBox(page);
    for (const std::string& w : f.words) box->addItem(recipeWord(w), text(w));
    box->setCurrentIndex(box->findData(text(f.word)));
    connect(box, &QComboBox::currentIndexChanged, this, [this, f, box] {
        RecipeField now = f;
        now.word = box->currentData().toString().toStdString();
        edit(now);
    });
    return box;
}

QWidget* SpeciesWindow::switchControl(const RecipeField& f, const QString& label, QWidget* page) {
    auto* box = new QCheckBox(label, page);
    box->setChecked(f.value > 0.5f);
    connect(box, &QCheckBox::toggled, this, [this, f](bool on) {
        RecipeField now = f;
        now.value = on ? 1.0f : 0.0f;
        edit(now);
    });
    return box;
}

QWidget* SpeciesWindow::colourControl(const RecipeField& f, const QString& label, QWidget* page) {
    auto* button = new QPushButton(label, page);
    button->setToolTip(tr("Choose the colour"));
    const auto paint = [button](const V3f& c) {
        QPixmap dot(16, 16);
        dot.fill(
            QColor::fromRgbF(std::clamp(c.x, 0.0f, 1.0f), std::clamp(c.y, 0.0f, 1.0f), std::clamp(c.z, 0.0f, 1.0f)));
        button->setIcon(QIcon(dot));
    };
    paint(f.colour);
    connect(button, &QPushButton::clicked, this, [this, f, paint] {
        const QColor c = QColorDialog::getColor(QColor::fromRgbF(f.colour.x, f.colour.y, f.colour.z), this,
                                                tr("Colour"), QColorDialog::DontUseNativeDialog);
        if (!c.isValid()) return;
        RecipeField now = f;
        now.colour = V3f(c.redF(), c.greenF(), c.blueF());
        paint(now.colour);
        edit(now);
    });
    return button;
}

void SpeciesWindow::fillControls() {
    auto* page = new QWidget;
    auto* rows = new QVBoxLayout(page);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(2);
    for (const RecipeField& f : fields_) {
        if (f.path == "version" || f.path == "kind" || recipeGroup(f.path) != group_->currentText()) continue;
        const QString label = recipeLabel(f.path).name;
        QWidget* control = nullptr;
        switch (f.kind) {
        case RecipeField::Kind::Number:
        case RecipeField::Kind::Whole:
            control = numberControl(f, page);
            break;
        case RecipeField::Kind::Switch:
            control = switchControl(f, label, page);
            break;
        case RecipeField::Kind::Colour:
            control = colourControl(f, label, page);
            break;
        case RecipeField::Kind::Choice: {
            control = choiceControl(f, page);
            control->setAccessibleName(label);
            auto* line = new QHBoxLayout;
            line->addWidget(new QLabel(label, page), 1);
            line->addWidget(control, 2);
            rows->addLayout(line);
            break;
        }
        }
        control->setObjectName("recipe " + text(f.path));
        if (f.kind != RecipeField::Kind::Choice) rows->addWidget(control);
    }
    rows->addStretch(1);
    controls_->setWidget(page);
}

void SpeciesWindow::edit(const RecipeField& field) {
    text_ = changedRecipe(text_, field);
    regrow();
}

void SpeciesWindow::keep() {
    const QString name = name_->text().simplified();
    const int there = library_->find(name.toStdString());
    if (name.isEmpty()) return note_->setText(tr("Enter a name."));
    if (there >= 0 && library_->species()[there].origin == SpeciesOrigin::Shipped)
        return note_->setText(tr("“%1” is a built-in species; use another name.").arg(name));
    std::string file;
    for (const QChar c : name.toLower())
        file += c.isLetterOrNumber() && c.unicode() < 128 ? static_cast<char>(c.unicode()) : '-';
    const std::filesystem::path folder = ownSpeciesFolder();
    // Names that differ in signs alone must not write over each other.
    const auto free = [&](const std::string& stem) {
        const std::filesystem::path path = folder / (stem + ".json");
        return !std::filesystem::exists(path) || (there >= 0 && library_->species()[there].file == path);
    };
    const std::string stem = file;
    for (int n = 2; !free(file); ++n) file = stem + "-" + std::to_string(n);
    QDir().mkpath(text(folder.string()));
    QSaveFile out(text((folder / (file + ".json")).string()));
    const QByteArray bytes = QByteArray::fromStdString(renamedRecipe(text_, name.toStdString()));
    if (!out.open(QIODevice::WriteOnly) || out.write(bytes) != bytes.size() || !out.commit())
        return note_->setText(tr("Could not save the species: %1.").arg(out.errorString()));
    // Its picture in the list is what is shown now.
    if (QImage shot = picture_->grab().toImage(); !shot.isNull()) {
        const int side = std::min(shot.width(), shot.height());
        shot.copy((shot.width() - side) / 2, shot.height() - side, side, side)
            .scaled(144, 144, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
            .save(text((folder / (file + ".jpg")).string()));
    }
    Q_EMIT ownSpeciesChanged();
    showSpecies(name);
    note_->setText(tr("%1 saved to your library.").arg(name));
}

void SpeciesWindow::forget() {
    const int at = library_->find(current().toStdString());
    if (at < 0 || library_->species()[at].origin != SpeciesOrigin::Own) return;
    std::filesystem::path file = library_->species()[at].file;
    // Not lost: it waits under another ending.
    QFile::remove(text(file.string()) + ".removed");
    if (!QFile::rename(text(file.string()), text(file.string()) + ".removed"))
        return note_->setText(tr("Could not remove %1.").arg(current()));
    Q_EMIT ownSpeciesChanged();
}

} // namespace thallos
