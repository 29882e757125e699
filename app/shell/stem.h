// The stem with its six verbs, and the leaves of the current one.
#pragma once

#include <QWidget>

#include "app/tools/tools.h"
#include "app/widgets/listing.h"
#include "app/work/session.h"

namespace thallos {

class Stem : public QWidget, public Listing {
    Q_OBJECT
public:
    Stem(Session& session, QWidget* parent);
    static QString verbName(int verb);
    QPointF node(int verb) const; // its middle

    int entries() const override;
    QString entryName(int index) const override;
    QRectF entryRect(int index) const override;
    bool entryChosen(int index) const override;
    QAccessible::Role entryRole() const override { return QAccessible::PageTab; }

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    int verbAt(const QPointF& p) const;
    bool hasWork(int verb) const;
    Session& session_;
    int hover_ = -1;
};

class Leaves : public QWidget, public Listing {
    Q_OBJECT
public:
    Leaves(Session& session, Tools& tools, const Stem& stem, QWidget* parent);
    void setCurrent(const QString& id);
    QString current() const { return current_[static_cast<int>(session_.view.verb())]; }
    QRectF leafRect(int index) const;

    int entries() const override;
    QString entryName(int index) const override;
    QRectF entryRect(int index) const override;
    bool entryChosen(int index) const override;
    QAccessible::Role entryRole() const override { return QAccessible::Button; }

signals:
    void picked(const QString& id);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    const std::vector<Leaf>& leaves() const { return tools_.leaves[static_cast<int>(session_.view.verb())]; }
    int leafAt(const QPointF& p) const;
    Session& session_;
    Tools& tools_;
    const Stem& stem_;
    QString current_[kVerbs];
    int hover_ = -1, focused_ = 0;
};

} // namespace thallos
