// The items of a verb as Qt's model and view classes see them: a tree of groups with one row an item.
#pragma once

#include <unordered_map>
#include <vector>

#include <QAbstractItemModel>

#include "app/work/session.h"

namespace thallos {

class ItemModel : public QAbstractItemModel {
    Q_OBJECT
public:
    enum Column { Name, Detail, Eye, Lock, kColumns };
    enum Role { IconRole = Qt::UserRole, SeenRole, GroupRole };
    enum class Order { Made, Name, Kind }; // of siblings

    ItemModel(Session& session, QObject* parent);

    const Item* item(const QModelIndex& index) const; // null: none
    QModelIndex indexOf(Id id) const;                 // not valid: not in this list
    int entries() const { return static_cast<int>(nodes_.size()); }
    void setOrder(Order order);
    // The eyes or locks of the row's item, or of all that are selected when it is one of them.
    void toggle(const QModelIndex& index, Column column);

    QModelIndex index(int row, int column, const QModelIndex& parent = {}) const override;
    QModelIndex parent(const QModelIndex& index) const override;
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return kColumns; }
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override; // renames
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    // What is selected is dragged into groups, or out of all.
    Qt::DropActions supportedDropActions() const override { return Qt::MoveAction; }
    QStringList mimeTypes() const override;
    QMimeData* mimeData(const QModelIndexList& indexes) const override;
    bool canDropMimeData(const QMimeData* data, Qt::DropAction, int, int, const QModelIndex&) const override;
    bool dropMimeData(const QMimeData* data, Qt::DropAction, int row, int column, const QModelIndex& parent) override;

signals:
    void restructured(); // after a reset

private:
    struct Node {
        Id id;
        int parent = -1, row = 0; // row in the parent
        std::vector<int> children;
        bool operator==(const Node&) const = default;
    };
    void follow(); // the document and the verb
    QString accessible(const Item& item) const;
    Session& session_;
    Order order_ = Order::Made;
    std::vector<Node> nodes_; // in that order
    std::vector<int> tops_;   // that are in no group
    std::unordered_map<Id, int> nodeOf_;
};

} // namespace thallos
