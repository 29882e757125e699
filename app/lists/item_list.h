// The list of the current verb's items, each with eye and lock, and a field that filters it by name.
#pragma once

#include <set>

#include <QTreeView>

#include "app/lists/item_model.h"

class QLabel;
class QLineEdit;
class QSortFilterProxyModel;
class QToolButton;

namespace thallos {

// The rows themselves.
class ItemTree : public QTreeView {
    Q_OBJECT
public:
    ItemTree(Session& session, ItemModel& model, QWidget* parent);
    QModelIndex rowOf(Id id) const; // not valid: not in the list, or filtered out
    void setFilter(const QString& text);
    void setOrder(ItemModel::Order order);
    void renameSelected();

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;
    void drawRow(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void drawBranches(QPainter*, const QRect&, const QModelIndex&) const override {}
    void selectionChanged(const QItemSelection& selected, const QItemSelection& deselected) override;
    void startDrag(Qt::DropActions actions) override;

private:
    void unfold();          // all groups but those that were folded by hand
    void followSelection(); // the session's, or the shot that is shown
    void tell();            // the session what is selected here
    const Item* itemAt(const QModelIndex& index) const;
    std::optional<ItemModel::PartsRow> partsOfRows() const; // none: the current row is no row of parts
    bool press(const QMouseEvent& event);                   // on an eye, a lock or a group's arrow
    Session& session_;
    ItemModel& model_;
    QSortFilterProxyModel* filtered_;
    std::set<Id> folded_;
    bool following_ = false, folding_ = false;
};

class ItemList : public QWidget {
    Q_OBJECT
public:
    ItemList(Session& session, QWidget* parent);
    ItemTree& tree() { return *tree_; }
    void renameSelected() { tree_->renameSelected(); } // a field opens in its row

signals:
    void menuWanted(const QPoint& onScreen); // of what is selected

protected:
    void paintEvent(QPaintEvent*) override;

private:
    void refreshTitle();
    Session& session_;
    ItemModel* model_;
    ItemTree* tree_;
    QLabel *title_, *total_;
    QLineEdit* filter_;
    QToolButton* order_;
};

} // namespace thallos
