// The shots of the project with a small picture of each, for Qt's views.
#pragma once

#include <atomic>
#include <unordered_map>

#include <QAbstractListModel>
#include <QImage>

#include "app/work/engine.h"
#include "app/work/session.h"
#include "app/work/task.h"

namespace thallos {

class ShotModel : public QAbstractListModel {
    Q_OBJECT
public:
    enum Role { PictureRole = Qt::UserRole, LensRole, ClockRole, AspectRole, LockedRole };

    ShotModel(Session& session, Engine& engine, QObject* parent);
    ~ShotModel() override;

    Id shot(const QModelIndex& index) const; // none
    QModelIndex indexOf(Id shot) const;
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    struct Picture {
        QImage image;
        Shot of; // what it was made of
    };
    void follow();      // the document
    void makeMissing(); // pictures of shots that were not shown yet, one after the other
    void show(Id shot, const QImage& image, const Shot& of);
    Session& session_;
    Engine& engine_;
    std::vector<Id> ids_;
    std::unordered_map<Id, Picture> pictures_;
    std::atomic<bool> quit_{false};
    Task worker_;
    bool working_ = false;
};

} // namespace thallos
