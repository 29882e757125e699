// Values of the chosen item, of the current brush, or of the shot, by verb.
#pragma once

#include <functional>

#include <QScrollArea>

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

private:
    void rebuild();        // other rows
    void refresh();        // other values
    QString shape() const; // tells whether the rows still fit
    void heading(const QString& title, const QString& note);
    void note(const std::function<QString()>& text);
    void row(const QString& label, const ValueRange& range, const QString& tip, const std::function<double()>& get,
             const std::function<void(double, bool)>& set);
    void choice(const QString& label, const QStringList& options, const QString& tip, const std::function<int()>& get,
                const std::function<void(int)>& set);
    void button(const QString& label, const QString& tip, const std::function<void()>& act);

    void buildingRows(const Item& item);
    void driftRows(const Item& item);
    void brushRows(Brush& brush);
    void reliefRows();
    void lightRows();
    void frameRows();
    void finishRows();
    // A field of the item's body of type T.
    template <class T>
    void bodyRow(Id id, const QString& label, const ValueRange& range, const QString& tip, float T::*member);
    // Which way the item faces, in degrees.
    template <class T> void turnRow(Id id, const QString& tip);
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
    int material_ = 0;
};

} // namespace thallos
