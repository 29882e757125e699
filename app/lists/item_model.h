// The items of a verb as Qt's model and view classes see them: a tree of groups with one row an item, and under a
// building that is unfolded its parts.
#pragma once

#include <optional>
#include <unordered_map>
#include <unordered_set>
#include <vector>

#include <QAbstractItemModel>
#include <QCollator>

#include "app/work/session.h"

namespace thallos {

class ItemModel : public QAbstractItemModel {
    Q_OBJECT
public:
    enum Column { Name, Detail, Eye, Lock, kColumns };
    enum Role { IconRole = Qt::UserRole, SeenRole, GroupRole };
    enum class Order { Made, Name, Kind }; // of siblings

    ItemModel(Session& session, QObject* parent);

    // Parts of a building that a row stands for: one, or all of a group of the model's tree.
    struct PartsRow {
        Id building;
        std::vector<int> parts;
    };
    const Item* item(const QModelIndex& index) const;              // null: none, or a row of parts
    std::optional<PartsRow> parts(const QModelIndex& index) const; // of a row of parts
    QModelIndex indexOf(Id id) const;                              // not valid: not in this list
    QModelIndex indexOfPart(Id building, int part) const;          // not valid: not unfolded
    int entries() const { return entries_; }                       // items
    bool unfolded(Id building) const { return open_.count(building) > 0; }
    void unfold(Id building, bool open); // lists its parts, or no more
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
        int part = -1, group = -1; // of the building's model; neither: the item itself
        bool operator==(const Node&) const = default;
    };
    const QCollatorSortKey& sortKey(const QString& text);
    void follow(); // the document and the verb
    QString accessible(const Item& item) const;
    QVariant partData(const Node& node, int column, int role) const;
    void addParts(std::vector<Node>& nodes, int building) const;
    void gather(const Node& node, std::vector<int>& parts) const;
    Session& session_;
    Order order_ = Order::Made;
    std::vector<Node> nodes_;                                 // in that order
    std::vector<int> tops_;                                   // that are in no group
    mutable std::unordered_map<Id, std::vector<int>> hidden_; // parts that buildings hide, until the document changes
    std::unordered_map<Id, int> nodeOf_;
    std::unordered_set<Id> open_;                                 // buildings whose parts are listed
    std::unordered_map<Id, std::shared_ptr<const Model>> listed_; // what their rows were made of
    int entries_ = 0;
    QCollator collator_;
    std::unordered_map<QString, QCollatorSortKey> sortKeys_;
};

} // namespace thallos
