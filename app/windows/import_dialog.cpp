#include "app/windows/import_dialog.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPointer>
#include <QPushButton>
#include <QSettings>
#include <QThreadPool>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/location.h"
#include "core/exchange/model_fit.h"
#include "core/exchange/site_body.h"

namespace thallos {

namespace {

struct Unit {
    float metres;
    const char* name;
};
constexpr Unit kUnits[] = {{1, QT_TRANSLATE_NOOP("thallos", "Metres")},
                           {0.01f, QT_TRANSLATE_NOOP("thallos", "Centimetres")},
                           {0.001f, QT_TRANSLATE_NOOP("thallos", "Millimetres")},
                           {0.3048f, QT_TRANSLATE_NOOP("thallos", "Feet")},
                           {0.0254f, QT_TRANSLATE_NOOP("thallos", "Inches")}};

enum class PlaceChoice { AtPointer, FreePlace, OwnOrigin };

QComboBox* combo(const char* id, const QString& name, const QString& tip, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(id);
    box->setAccessibleName(name);
    box->setToolTip(tip);
    return box;
}

} // namespace

ImportDialog::ImportDialog(std::shared_ptr<const ForeignModel> read, const std::filesystem::path& file,
                           const std::optional<V2f>& at, bool around, const Project& project,
                           const std::shared_ptr<const PlantLibrary>& library, const std::vector<std::string>& folders,
                           QWidget* parent)
    : QDialog(parent), read_(std::move(read)), library_(library), at_(at), folders_(folders) {
    setObjectName("importDialog");
    setWindowTitle(around ? tr("New project from %1").arg(QString::fromStdString(file.filename().string()))
                          : tr("Import %1").arg(QString::fromStdString(file.filename().string())));
    resize(1040, 600);
    auto* whole = new QHBoxLayout(this);
    picture_ = new TurningPicture(this);
    picture_->setObjectName("importPicture");
    picture_->setAccessibleName(tr("The model beside a person, %1 high").arg(lengthText(1.75)));
    whole->addWidget(picture_, 8);
    auto* right = new QVBoxLayout;
    whole->addLayout(right, 5);

    size_ = new QLabel(this);
    size_->setObjectName("importSize");
    size_->setFont(typeface(Type::Title));
    size_->setWordWrap(true);
    found_ = new QLabel(this);
    found_->setObjectName("importFound");
    found_->setProperty("role", "second");
    found_->setWordWrap(true);
    right->addWidget(size_);
    right->addWidget(found_);

    right->addLayout(questions(around, project));

    report_ = new QPlainTextEdit(this);
    report_->setObjectName("importReport");
    report_->setReadOnly(true);
    report_->setTabChangesFocus(true);
    report_->setAccessibleName(tr("Import report"));
    report_->setMaximumHeight(200);
    right->addWidget(report_, 1);
    right->addStretch(1);
    note_ = new QLabel(this);
    note_->setObjectName("importNote");
    note_->setWordWrap(true);
    right->addWidget(note_);

    right->addLayout(answers(around));
    connect(unit_, &QComboBox::currentIndexChanged, this, &ImportDialog::refit);
    connect(up_, &QComboBox::currentIndexChanged, this, &ImportDialog::refit);
    refit();
}

QLayout* ImportDialog::questions(bool around, const Project& project) {
    auto* form = new QFormLayout;
    name_ = new QLineEdit(QString::fromStdString(read_->model.name), this);
    name_->setObjectName("importName");
    name_->setAccessibleName(tr("Name"));
    name_->setToolTip(tr("Name in the list"));
    unit_ = combo("importUnit", tr("Unit"), tr("What one unit of the file is; check it against the person"), this);
    for (const Unit& u : kUnits) {
        const bool told = read_->unitTold && std::abs(u.metres / read_->unit - 1) < 1e-3f;
        const QString name = thallos::tr(u.name);
        unit_->addItem(told ? tr("%1 (as the file says)").arg(name) : name, u.metres);
    }
    const float likely = likelyUnit(*read_);
    int chosen = -1;
    for (int i = 0; i < unit_->count(); ++i)
        if (std::abs(unit_->itemData(i).toFloat() / likely - 1) < 1e-3f) chosen = i;
    if (chosen < 0) {
        unit_->addItem(tr("%1 m (as the file says)").arg(static_cast<double>(likely)), likely);
        chosen = unit_->count() - 1;
    }
    unit_->setCurrentIndex(chosen);
    up_ = combo("importUp", tr("Up axis"), tr("The file's axis that points up; change it when the model lies down"),
                this);
    up_->addItem(tr("Y up"), QChar('y'));
    up_->addItem(tr("Z up"), QChar('z'));
    up_->setCurrentIndex(read_->up == 'z' ? 1 : 0);
    form->addRow(tr("Name"), name_);
    form->addRow(tr("Unit"), unit_);
    form->addRow(tr("Up axis"), up_);
    if (!around) {
        place_ = combo("importPlace", tr("Place"), tr("Where it stands at first; move it later with Move"), this);
        addPlaces(project);
        form->addRow(tr("Place"), place_);
    }
    addBuildingAnswers(form, around);
    return form;
}

// What building models bring besides.
void ImportDialog::addBuildingAnswers(QFormLayout* form, bool around) {
    if (hasGroup(read_->model, kSiteGroup)) {
        site_ = combo("importSite", tr("Land"), tr("The land that comes with the model"), this);
        site_->addItem(tr("As terrain"), static_cast<int>(SiteUse::Terrain));
        site_->addItem(tr("As a part of the building"), static_cast<int>(SiteUse::Part));
        site_->addItem(tr("Leave out"), static_cast<int>(SiteUse::LeaveOut));
        form->addRow(tr("Land"), site_);
        connect(site_, &QComboBox::currentIndexChanged, this, &ImportDialog::refit);
    }
    if (hasGroup(read_->model, kFurnitureGroup)) {
        furniture_ = new QCheckBox(tr("With furniture"), this);
        furniture_->setObjectName("importFurniture");
        furniture_->setToolTip(tr("Off leaves out everything that is not fixed to the building"));
        furniture_->setChecked(true);
        form->addRow(QString(), furniture_);
        connect(furniture_, &QCheckBox::toggled, this, &ImportDialog::refit);
    }
    if (const auto& b = read_->building; b && (b->place || b->north != 0)) {
        const QString north = tr("north %1° clockwise").arg(decimalText(b->north, 1));
        const QString where =
            b->place ? QString::fromStdString(formatLocation({b->place->latitude, b->place->longitude})) + ", " + north
                     : north;
        location_ = new QCheckBox(tr("Location: %1").arg(where), this);
        location_->setObjectName("importLocation");
        location_->setToolTip(tr("The site takes the location and the true north of the model, and so its sun"));
        // A project that is under way has a place of its own.
        location_->setChecked(around);
        form->addRow(QString(), location_);
    }
}

QLayout* ImportDialog::answers(bool around) {
    auto* buttons = new QHBoxLayout;
    textures_ = new QPushButton(tr("Find textures…"), this);
    textures_->setObjectName("importTextures");
    textures_->setToolTip(tr("Choose a folder: missing textures are looked for there by their names"));
    textures_->setAutoDefault(false);
    textures_->setVisible(!read_->missing.empty());
    connect(textures_, &QPushButton::clicked, this, [this] {
        if (const QString f = askForTextures(this); !f.isEmpty()) Q_EMIT wantsTextures(f);
    });
    buttons->addWidget(textures_);
    auto* leave = new QPushButton(tr("Cancel"), this);
    leave->setAutoDefault(false);
    import_ = new QPushButton(around ? tr("Create project") : tr("Import"), this);
    import_->setObjectName("importModel");
    import_->setDefault(true);
    setLook(import_, "primary", true);
    buttons->addStretch(1);
    buttons->addWidget(leave);
    buttons->addWidget(import_);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    connect(import_, &QPushButton::clicked, this, &QDialog::accept);
    return buttons;
}

void ImportDialog::addPlaces(const Project& project) {
    if (at_) place_->addItem(tr("Where it was dropped"), static_cast<int>(PlaceChoice::AtPointer));
    place_->addItem(itemsOf<Building>(project).empty() ? tr("Centre of the site") : tr("Free place near the centre"),
                    static_cast<int>(PlaceChoice::FreePlace));
    // An origin far from what was modelled would put it beyond the site.
    const V2f origin(static_cast<float>(read_->origin.x), static_cast<float>(read_->origin.y));
    if (origin.length() * likelyUnit(*read_) / read_->unit < 0.5f * project.ground->grid.size().length())
        place_->addItem(tr("File's origin at the centre of the site"), static_cast<int>(PlaceChoice::OwnOrigin));
}

Placing ImportDialog::placing() const {
    Placing p;
    p.name = name_->text().simplified().toStdString();
    const auto choice = place_ ? static_cast<PlaceChoice>(place_->currentData().toInt()) : PlaceChoice::FreePlace;
    if (choice == PlaceChoice::AtPointer) p.at = at_;
    p.ownOrigin = choice == PlaceChoice::OwnOrigin;
    if (site_) p.site = static_cast<SiteUse>(site_->currentData().toInt());
    p.furniture = !furniture_ || furniture_->isChecked();
    p.location = location_ && location_->isChecked();
    p.folders = folders_;
    return p;
}

void ImportDialog::refit() {
    const uint64_t generation = ++generation_;
    const float unit = unit_->currentData().toFloat();
    const char up = up_->currentData().toChar().toLatin1();
    const std::vector<std::string> without = leftOutBy(placing());
    import_->setEnabled(false);
    if (without.empty() && unit == read_->unit && up == read_->up) {
        whole_ = read_;
        return show(read_);
    }
    QThreadPool::globalInstance()->start(
        [read = read_, unit, up, generation, without, self = QPointer<ImportDialog>(this)] {
            std::shared_ptr<const ForeignModel> whole, fitted;
            QString failure;
            try {
                whole = std::make_shared<const ForeignModel>(refitted(*read, unit, up));
                fitted = without.empty() ? whole : std::make_shared<const ForeignModel>(leftOut(*whole, without));
            } catch (const std::exception& e) {
                failure = sentenceOf(e);
            }
            // The dialog lives and dies on the interface's thread, so that is where it is asked for.
            QMetaObject::invokeMethod(qApp, [self, whole, fitted, failure, generation] {
                if (!self || self->generation_ != generation) return;
                self->note_->setText(failure);
                self->whole_ = whole;
                if (fitted) self->show(fitted);
            });
        });
}

void ImportDialog::show(std::shared_ptr<const ForeignModel> fitted) {
    fitted_ = std::move(fitted);
    const Model& m = fitted_->model;
    const V3f size = bounds(m).size();
    size_->setText(tr("%1, %2 high: %3")
                       .arg(extentText(size.x, size.y), lengthText(static_cast<double>(size.z), 1),
                            thallos::tr(sizeInWords(size))));
    found_->setText(QStringList{tr("%n part(s)", nullptr, static_cast<int>(m.parts.size())),
                                tr("%n material(s)", nullptr, static_cast<int>(m.materials.size())),
                                tr("%1 triangles").arg(countText(triangleCount(m)))}
                        .join(" · "));
    QStringList lines;
    if (const auto& b = read_->building)
        lines << tr("%1: %2 entities; %3")
                     .arg(QString::fromStdString(b->schema), countText(b->entities),
                          QStringList{tr("%n storey(s)", nullptr, b->storeys), tr("%n door(s)", nullptr, b->doors),
                                      tr("%n window(s)", nullptr, b->windows)}
                              .join(", "));
    if (!read_->unitTold)
        lines << (std::abs(fitted_->unit - likelyUnit(*read_)) < 1e-6f
                      ? tr("The file does not say its unit; this one is likely by its size.")
                      : tr("The file does not say its unit."));
    if (!read_->missing.empty()) {
        lines << tr("%n texture(s) not found beside the file or unreadable:", nullptr,
                    static_cast<int>(read_->missing.size()));
        for (const std::string& name : read_->missing) lines << "    " + QString::fromStdString(name);
    }
    for (const Text& note : read_->notes) lines << thallos::tr(note) + ".";
    if (lines.isEmpty()) lines << tr("No problems found.");
    report_->setPlainText(lines.join("\n"));
    import_->setEnabled(true);
    picture_->setExhibit({library_,
                          Season::Summer,
                          [model = std::shared_ptr<const Model>(fitted_, &fitted_->model)](
                              const PlantLibrary&, float yaw, float bearing) { return stageOf(model, yaw, bearing); },
                          {}},
                         true);
}

QString askForTextures(QWidget* parent) {
    return QFileDialog::getExistingDirectory(parent, tr("Find textures"),
                                             QSettings().value("files/textures").toString(),
                                             QFileDialog::ShowDirsOnly | QFileDialog::DontUseNativeDialog);
}

QString askForModel(QWidget* parent, const QString& title) {
    const QString f = QFileDialog::getOpenFileName(
        parent, title, QSettings().value("files/models").toString(),
        tr("Models (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.dxf *.ifc);;All files (*)"), nullptr,
        QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty()) QSettings().setValue("files/models", QFileInfo(f).path());
    return f;
}

} // namespace thallos
