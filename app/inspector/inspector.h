// Values of the selected item, of the current brush, of the ground, or of the shot, by verb.
#pragma once

#include <QScrollArea>
#include <QTimer>

#include "app/inspector/rows.h"
#include "app/tools/tools.h"

namespace thallos {

class Inspector : public QScrollArea {
    Q_OBJECT
public:
    Inspector(Session& session, Engine& engine, Tools& tools, QWidget* parent);
    void setTool(Tool* tool);
    void rebuild(); // all rows anew

private:
    void refresh();                      // other values, or soon other rows
    QString shape() const;               // tells whether the rows still fit
    bool locked(const Item& item) const; // its rows are greyed
    void fill();
    void fillForItems();
    void brushRows(Brush& brush);
    void coverRow();
    QStringList coverNames() const;
    void itemRows(const Item& item);
    void plantingRows();          // what the drift tool draws
    void speciesRows(bool alone); // what the specimen tool plants

    Session& session_;
    Engine& engine_;
    Tools& tools_;
    Tool* tool_ = nullptr;
    Rows* rows_ = nullptr;
    QString shape_;
    QTimer soon_; // to rebuild
};

} // namespace thallos
