// Values of the chosen item, of the current brush, or of the shot, by verb.
#pragma once

#include <functional>
#include <optional>

#include <QScrollArea>
#include <QTimer>

#include "app/number_field.h"
#include "app/tools.h"

class QVBoxLayout;
class QLabel;
class QComboBox;

namespace thallos {

class Inspector : public QScrollArea {
    Q_OBJECT
public:
    Inspector(Session& session, Engine& engine, Tools& tools, QWidget* parent);
    void setTool(Tool* tool);
    void rebuild();                            // all rows anew
    int material() const { return material_; } // of the chosen building, that is shown
    void setMaterial(int index);

signals:
    void pictureWanted(int map); // from a file, for the material shown; index into kMaps

private:
    void refresh();                      // other values
    bool locked(const Item& item) const; // its rows are greyed
    QString shape() const;               // tells whether the rows still fit
    void heading(const QString& title, const QString& note);
    void note(const std::function<QString()>& text);
    void row(const QString& label, const ValueRange& range, const QString& tip, const std::function<double()>& get,
             const std::function<void(double, bool)>& set);
    void choice(const QString& label, const QStringList& options, const QString& tip, const std::function<int()>& get,
                const std::function<void(int)>& set);
    void button(const QString& label, const QString& tip, const std::function<void()>& act);

    void buildingRows(const Item& item);
    // Of the material that is shown.
    void materialRows();
    const Surface* surface() const; // null: no building is chosen
    QString surfaceShape() const;
    // One step of history, or one with the last when `key` is the same and not empty.
    void editSurface(const QString& name, const std::function<void(Surface&)>& change, const QString& key = {},
                     bool dragging = false);
    void surfaceRow(const QString& label, const ValueRange& range, const QString& tip,
                    const std::function<double(const Surface&)>& get, const std::function<void(Surface&, double)>& set);
    void surfaceRow(const QString& label, const ValueRange& range, const QString& tip, float Surface::*member);
    void driftRows(const Item& item);
    void brushRows(Brush& brush);
    void reliefRows();
    void lightRows();
    void frameRows();
    void finishRows();
    // A line of words of the chosen building.
    void wordsRow(Id id, const QString& label, const QString& tip, std::string Rights::*member);
    // A value that every chosen item has for which `get` gives one: shown as mixed where they differ, set in all of
    // them.
    void itemRow(const QString& label, const ValueRange& range, const QString& tip,
                 const std::function<std::optional<double>(const Item&)>& get,
                 const std::function<void(Item&, double)>& set);
    // A field of the items' bodies of type T.
    template <class T>
    void bodyRow(const QString& label, const ValueRange& range, const QString& tip, float T::*member);
    // Which way the items face, in degrees.
    template <class T> void turnRow(const QString& tip);
    void itemRows(const Item& item);
    void specimenRows(const Item& item, int specimen);
    void markRows(const Item& item);
    void climberRows(const Item& item);
    void shotRow(const QString& label, const ValueRange& range, const QString& tip,
                 const std::function<double(const Shot&)>& get, const std::function<void(Shot&, double)>& set);

    Session& session_;
    Engine& engine_;
    Tools& tools_;
    Tool* tool_ = nullptr;
    QWidget* page_ = nullptr;
    QVBoxLayout* layout_ = nullptr;
    std::vector<std::function<void()>> refreshers_;
    QString shape_;
    QTimer soon_; // to rebuild
    int material_ = 0;
};

} // namespace thallos
