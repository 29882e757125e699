// Colours, type and icons of the interface, from assets/style and assets/icons.
#pragma once

#include <QColor>
#include <QFont>
#include <QIcon>
#include <QPainter>
#include <QString>

namespace thallos {

struct Theme {
    QColor chrome, panel, field, paper, line, rowLine, buttonLine, ink, second, surround;
    QColor accent, accentHover, accentText, tint, stem, hoverLeaf, idleLine;
    QColor building, gravel, water, contour, indexContour; // of the plan
    QColor ochre, blue, clay, disabled, hover, rowHover, sliderLine, lockIdle;

    static const Theme& now();
    static const QString& name(); // of the style loaded last
    // Reads the named style, installs fonts and the application's palette. Throws Error.
    static void load(const QString& name);
};

enum class Type { Title, Heading, Body, Medium, Small, Tiny };
QFont typeface(Type type);

// Sets a property that the style sheet asks for, and shows it. Before a widget is first shown setProperty() does.
void setLook(QWidget* widget, const char* property, const QVariant& value);

// An icon of assets/icons in one colour, drawn at the size and scale asked for.
QPixmap icon(const QString& name, const QColor& color, int size, qreal scale);
void drawIcon(QPainter& painter, const QString& name, const QColor& color, const QRectF& where);

} // namespace thallos
