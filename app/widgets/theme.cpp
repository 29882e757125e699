#include "app/widgets/theme.h"

#include <cmath>

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QHash>
#include <QJsonDocument>
#include <QJsonObject>
#include <QPalette>
#include <QPixmapCache>
#include <QStyle>
#include <QSvgRenderer>
#include <QWidget>

#include "core/base/assets.h"
#include "core/base/error.h"

namespace thallos {

namespace {

Theme current;
QString currentName;

QString assetPath(const QString& relative) {
    return QString::fromStdString((assetFolder() / relative.toStdString()).string());
}

QByteArray iconText(const QString& name) {
    static QHash<QString, QByteArray> cache;
    auto it = cache.find(name);
    if (it == cache.end()) {
        QFile file(assetPath("icons/" + name + ".svg"));
        it = cache.insert(name, file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray());
    }
    return *it;
}

} // namespace

const Theme& Theme::now() {
    return current;
}

const QString& Theme::name() {
    return currentName;
}

void Theme::load(const QString& name) {
    for (const char* f : {"ibm-plex-sans-latin-400-normal", "ibm-plex-sans-latin-500-normal",
                          "ibm-plex-sans-latin-600-normal", "ibm-plex-mono-latin-400-normal"})
        if (QFontDatabase::addApplicationFont(assetPath(QString("fonts/%1.woff2").arg(f))) < 0)
            throw Error(Error::Kind::Missing, Text("The font %w cannot be loaded"), f, Text("Reinstall Thallos"));
    QFile file(assetPath("style/" + name + ".json"));
    if (!file.open(QIODevice::ReadOnly))
        throw Error(Error::Kind::Missing, Text("The style %w is missing"), file.fileName().toStdString(),
                    Text("Reinstall Thallos"));
    const QJsonObject j = QJsonDocument::fromJson(file.readAll()).object();
    Theme t;
    const std::pair<const char*, QColor*> all[] = {{"chrome", &t.chrome},
                                                   {"panel", &t.panel},
                                                   {"field", &t.field},
                                                   {"paper", &t.paper},
                                                   {"line", &t.line},
                                                   {"row_line", &t.rowLine},
                                                   {"button_line", &t.buttonLine},
                                                   {"ink", &t.ink},
                                                   {"second", &t.second},
                                                   {"surround", &t.surround},
                                                   {"accent", &t.accent},
                                                   {"accent_hover", &t.accentHover},
                                                   {"accent_text", &t.accentText},
                                                   {"tint", &t.tint},
                                                   {"stem", &t.stem},
                                                   {"leaf_hover", &t.hoverLeaf},
                                                   {"leaf_idle", &t.idleLine},
                                                   {"plan_building", &t.building},
                                                   {"plan_gravel", &t.gravel},
                                                   {"plan_water", &t.water},
                                                   {"contour", &t.contour},
                                                   {"index_contour", &t.indexContour},
                                                   {"ochre", &t.ochre},
                                                   {"blue", &t.blue},
                                                   {"clay", &t.clay},
                                                   {"disabled", &t.disabled},
                                                   {"hover", &t.hover},
                                                   {"row_hover", &t.rowHover},
                                                   {"slider_line", &t.sliderLine},
                                                   {"lock_idle", &t.lockIdle}};
    for (const auto& [key, color] : all) *color = QColor(j.value(key).toString());
    current = t;
    currentName = name;

    QPalette p;
    p.setColor(QPalette::Window, t.panel);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.field);
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.chrome);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.accent);
    p.setColor(QPalette::HighlightedText, Qt::white);
    p.setColor(QPalette::ToolTipBase, t.field);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.second);
    QApplication::setPalette(p);
    QApplication::setFont(typeface(Type::Body));
    QFile sheet(assetPath("style/widgets.qss"));
    if (sheet.open(QIODevice::ReadOnly)) {
        QString text = QString::fromUtf8(sheet.readAll());
        for (const auto& [key, color] : all) text.replace(QString("@%1@").arg(key), color->name());
        text.replace("@icons@", assetPath("icons"));
        qApp->setStyleSheet(text);
    }
}

void setLook(QWidget* widget, const char* property, const QVariant& value) {
    if (widget->property(property) == value) return;
    widget->setProperty(property, value);
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
}

QFont typeface(Type type) {
    QFont f("IBM Plex Sans");
    f.setHintingPreference(QFont::PreferNoHinting);
    switch (type) {
    case Type::Title:
        f.setPixelSize(14);
        f.setWeight(QFont::DemiBold);
        break;
    case Type::Heading:
        f.setPixelSize(13);
        f.setWeight(QFont::DemiBold);
        break;
    case Type::Body:
        f.setPixelSize(12);
        break;
    case Type::Medium:
        f.setPixelSize(12);
        f.setWeight(QFont::Medium);
        break;
    case Type::Small:
        f.setPixelSize(11);
        break;
    case Type::Tiny:
        f.setPixelSize(10);
        break;
    }
    return f;
}

QPixmap icon(const QString& name, const QColor& color, int size, qreal scale) {
    const int n = static_cast<int>(std::lround(size * scale));
    const QString key = QString("icon %1 %2 %3 %4").arg(name, color.name()).arg(n).arg(scale);
    QPixmap pixmap;
    if (QPixmapCache::find(key, &pixmap)) return pixmap;
    pixmap = QPixmap(n, n);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    QByteArray svg = iconText(name);
    svg.replace("currentColor", color.name().toLatin1());
    if (!svg.isEmpty()) QSvgRenderer(svg).render(&painter, QRectF(0, 0, n, n));
    painter.end();
    pixmap.setDevicePixelRatio(scale);
    QPixmapCache::insert(key, pixmap);
    return pixmap;
}

void drawIcon(QPainter& painter, const QString& name, const QColor& color, const QRectF& where) {
    const qreal scale = painter.device()->devicePixelRatioF();
    const QPointF at(std::round(where.left() * scale) / scale, std::round(where.top() * scale) / scale); // stays sharp
    painter.drawPixmap(at, icon(name, color, static_cast<int>(std::lround(where.width())), scale));
}

} // namespace thallos
