// The list of the current verb's items, each with eye and lock.
#pragma once

#include <set>
#include <unordered_map>

#include <QLineEdit>
#include <QPointer>
#include <QWidget>

#include "app/listing.h"
#include "app/session.h"

namespace thallos {

class Register : public QWidget, public Listing {
    Q_OBJECT
public:
    Register(Session& session, QWidget* parent);
    void renameChosen(); // a field opens in its row

    // Of every row, scrolled into view or not.
    int entries() const override;
    QString entryName(int index) const override;
    QRectF entryRect(int index) const override;
    bool entryChosen(int index) const override;

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent*) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Row {
        std::shared_ptr<const Item> item;
        QString icon, count;
        int depth = 0; // in groups
    };
    void refresh();
    bool isShot(int row) const;
    void deleteShot(Id id);
    void list(Id group, int depth);
    void fill(Row& row) const;
    void fold(Id group, bool folded);
    int visibleRows() const { return std::max(1, (height() - 32) / 28); }
    int rowAt(const QPointF& p) const;
    QRectF rowRect(int i) const;
    // Of the row's item, or of all chosen ones when it is one of them.
    void toggle(const Item& item, bool lock);
    // Rows that are dragged go into the group they are dropped on or in; on the empty place below, out of all groups.
    struct Drop {
        Id group; // none: out of all
    };
    Drop dropAt(const QPointF& p) const;
    bool draggable() const; // what is chosen
    void choose(int row, Qt::KeyboardModifiers modifiers);
    void rename(int row);
    void endRename(); // without a change
    Session& session_;
    std::vector<Row> rows_;
    std::set<Id> folded_;
    std::unordered_map<uint64_t, int64_t> counts_; // plants of each item
    QString title_, total_;
    int hover_ = -1, scroll_ = 0;
    std::optional<QPointF> pressed_; // on a row
    std::optional<Drop> drop_;       // of the drag under way
    QPointer<QLineEdit> edit_;       // of a name
};

} // namespace thallos
