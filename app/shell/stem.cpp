#include "app/shell/stem.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QPixmapCache>
#include <QToolTip>

#include "app/widgets/theme.h"
#include "core/project/kinds/kind.h"

namespace thallos {

namespace {
const char* kVerbIcons[] = {"verb-seat", "verb-shape", "verb-plant", "verb-light", "verb-frame", "verb-finish"};
}

QString Stem::verbName(int verb) {
    const QString names[] = {tr("Seat"), tr("Shape"), tr("Plant"), tr("Light"), tr("Frame"), tr("Finish")};
    return names[verb];
}

Stem::Stem(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("stem");
    setFixedWidth(64);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Stages"));
    connect(&session_.view, &View::verbChanged, this, qOverload<>(&QWidget::update));
    connect(&session_.document, &Document::changed, this, [this] { update(); });
    connect(&session_.snags, &AfterRest::changed, this, qOverload<>(&QWidget::update));
}

QPointF Stem::node(int verb) const {
    const double step = std::min(104.0, (height() - 120) / 5.6);
    return {32, 44 + verb * step};
}

int Stem::entries() const {
    return kVerbs;
}
QString Stem::entryName(int i) const {
    return verbName(i);
}
QRectF Stem::entryRect(int i) const {
    return QRectF(node(i).x() - 30, node(i).y() - 22, 60, 60);
}
bool Stem::entryChosen(int i) const {
    return session_.view.verb() == static_cast<Verb>(i);
}

int Stem::verbAt(const QPointF& p) const {
    for (int i = 0; i < kVerbs; ++i)
        if (QRectF(node(i).x() - 30, node(i).y() - 22, 60, 60).contains(p)) return i;
    return -1;
}

bool Stem::hasWork(int verb) const {
    const Project& p = session_.document.project();
    switch (static_cast<Verb>(verb)) {
    case Verb::Seat:
        return !itemsOf<Building>(p).empty();
    case Verb::Shape: {
        const Terrain* terrain = terrainOf(p);
        const bool started = terrain && (terrain->relief.height > 0 || !terrain->survey.empty());
        return started || std::any_of(p.items.begin(), p.items.end(), [](const auto& item) {
                   return rankOf(item->body) > LandRank::Start || std::holds_alternative<Water>(item->body) ||
                          std::holds_alternative<Cover>(item->body);
               });
    }
    case Verb::Plant:
        return !itemsOf<Drift>(p).empty() || !itemsOf<Specimens>(p).empty();
    case Verb::Light:
    case Verb::Frame:
        return !itemsOf<Shot>(p).empty();
    case Verb::Finish: {
        bool set = false;
        for (const Item* i : itemsOf<Shot>(p)) set = set || !(bodyOf<Shot>(i)->finish == Finish());
        return set;
    }
    }
    return false;
}

void Stem::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.chrome);
    // A stem that sways a little from node to node and ends in two leaves.
    QPainterPath stem(QPointF(32, 0));
    for (int i = 0; i < kVerbs; ++i) {
        const QPointF n = node(i);
        const double sway = i % 2 ? 5 : -3;
        stem.cubicTo(n + QPointF(sway, -70), n + QPointF(sway, -40), n);
    }
    const QPointF end = node(5) + QPointF(0, 76);
    stem.cubicTo(node(5) + QPointF(-5, 36), end + QPointF(-4, -26), end);
    p.setPen(QPen(t.stem, 2.6, Qt::SolidLine, Qt::RoundCap));
    p.drawPath(stem);
    p.setPen(QPen(t.stem, 1.6));
    for (int s : {-1, 1}) {
        QPainterPath leaf(end);
        leaf.quadTo(end + QPointF(s * 2, -13), end + QPointF(s * 14, -15));
        leaf.quadTo(end + QPointF(s * 14, -2), end);
        p.setBrush(t.field);
        p.drawPath(leaf);
    }
    p.drawLine(end + QPointF(-12, 1), end + QPointF(12, 1));
    for (int i = 0; i < kVerbs; ++i) {
        const QPointF n = node(i);
        const bool now = static_cast<int>(session_.view.verb()) == i, work = hasWork(i);
        p.setPen(now ? Qt::NoPen : work ? QPen(t.accent, 1.5) : QPen(t.buttonLine, 1));
        p.setBrush(now ? t.accent : hover_ == i ? t.tint : work ? t.field : t.panel);
        p.drawEllipse(n, 19.5, 19.5);
        drawIcon(p, kVerbIcons[i],
                 now    ? QColor(Qt::white)
                 : work ? t.ink
                        : t.second,
                 QRectF(n.x() - 11, n.y() - 11, 22, 22));
        QFont f = typeface(Type::Medium);
        if (now) f.setWeight(QFont::DemiBold);
        p.setFont(f);
        const QRectF label(n.x() - 32, n.y() + 21, 64, 17);
        // The stem does not run through its words.
        const double w = QFontMetricsF(f).horizontalAdvance(verbName(i)) + 6;
        p.fillRect(QRectF(n.x() - w / 2, label.top(), w, label.height()), t.chrome);
        p.setPen(now ? t.ink : t.second);
        p.drawText(label, Qt::AlignCenter, verbName(i));
    }
    // How many snags there are: buildings are seated here.
    if (const size_t n = session_.snags.snags().size(); n > 0) {
        const QPointF at = node(static_cast<int>(Verb::Seat)) + QPointF(16, -15);
        p.setPen(QPen(t.chrome, 1.5));
        p.setBrush(t.ochre);
        p.drawEllipse(at, 9, 9);
        p.setFont(typeface(Type::Tiny));
        p.setPen(Qt::black);
        p.drawText(QRectF(at - QPointF(9, 9), QSizeF(18, 18)), Qt::AlignCenter, n > 99 ? "99" : QString::number(n));
    }
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2));
        p.drawEllipse(node(static_cast<int>(session_.view.verb())), 22.5, 22.5);
    }
    p.setPen(t.line);
    p.drawLine(width() - 1, 0, width() - 1, height());
}

void Stem::mousePressEvent(QMouseEvent* event) {
    if (const int v = verbAt(event->position()); v >= 0) session_.view.setVerb(static_cast<Verb>(v));
}
void Stem::mouseMoveEvent(QMouseEvent* event) {
    hover_ = verbAt(event->position());
    update();
}
void Stem::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}
void Stem::keyPressEvent(QKeyEvent* event) {
    const int v = static_cast<int>(session_.view.verb());
    if (event->key() == Qt::Key_Down && v + 1 < kVerbs)
        session_.view.setVerb(static_cast<Verb>(v + 1));
    else if (event->key() == Qt::Key_Up && v > 0)
        session_.view.setVerb(static_cast<Verb>(v - 1));
    else
        QWidget::keyPressEvent(event);
}
bool Stem::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const QString tips[] = {tr("Seat: import the building and place it on its ground"),
                                tr("Shape: model the ground, level pads, paint covers, add water"),
                                tr("Plant: trees, shrubs and meadows"),
                                tr("Light: date, time, location and haze"),
                                tr("Frame: camera, lens and saved shots"),
                                tr("Finish: exposure, colour and the final render")};
        if (const int v = verbAt(help->pos()); v >= 0)
            QToolTip::showText(help->globalPos(), QString("%1 (%2)").arg(tips[v]).arg(v + 1), this);
        return true;
    }
    return QWidget::event(event);
}

static QRectF iconIn(const QRectF& leaf) {
    const double size = std::min(22.0, leaf.width() - 4);
    return {leaf.center().x() - size / 2, leaf.center().y() - size / 2, size, size};
}

constexpr int kLeaves = 60; // pixels: room for the words below

// False: there is none.
static bool pictureOf(const QString& file, QPixmap& picture) {
    if (file.isEmpty()) return false;
    if (QPixmapCache::find(file, &picture)) return !picture.isNull();
    picture = QPixmap(file);
    QPixmapCache::insert(file, picture);
    return !picture.isNull();
}

Leaves::Leaves(Session& session, Tools& tools, const Stem& stem, QWidget* parent)
    : QWidget(parent), session_(session), tools_(tools), stem_(stem) {
    setObjectName("leaves");
    setFixedWidth(kLeaves);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Tools"));
    for (int v = 0; v < kVerbs; ++v)
        for (const Leaf& l : tools_.leaves[v])
            if (l.tool && current_[v].isEmpty()) current_[v] = l.id;
    connect(&session_.view, &View::verbChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::toolSettingsChanged, this, qOverload<>(&QWidget::update));
    connect(&session_.document, &Document::builtChanged, this, qOverload<>(&QWidget::update));
}

void Leaves::setCurrent(const QString& id) {
    current_[static_cast<int>(session_.view.verb())] = id;
    update();
}

QRectF Leaves::leafRect(int index) const {
    constexpr double kMargin = 12, kPitch = 56, kLeast = 40, kWords = 20; // pixels
    // They draw together in a low window, so that all of them stay in reach.
    const auto n = static_cast<double>(leaves().size());
    const double pitch = std::clamp((height() - 2 * kMargin) / std::max(n, 1.0), kLeast, kPitch), all = n * pitch;
    const double top = std::clamp(stem_.node(static_cast<int>(session_.view.verb())).y() - all / 2, kMargin,
                                  std::max(kMargin, height() - all - kMargin));
    const double size = std::min(34.0, pitch - kWords);
    return {(kLeaves - size) / 2, top + index * pitch, size, size};
}

int Leaves::entries() const {
    return static_cast<int>(leaves().size());
}
QString Leaves::entryName(int i) const {
    return leaves()[i].label + ", " + leaves()[i].tip;
}
QRectF Leaves::entryRect(int i) const {
    return leafRect(i);
}
bool Leaves::entryChosen(int i) const {
    return leaves()[i].tool && leaves()[i].id == current();
}

int Leaves::leafAt(const QPointF& p) const {
    for (int i = 0; i < static_cast<int>(leaves().size()); ++i)
        if (leafRect(i).adjusted(-13, -2, 13, 18).contains(p)) return i;
    return -1;
}

void Leaves::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.panel);
    p.setPen(t.line);
    p.drawLine(width() - 1, 0, width() - 1, height());
    const auto& list = leaves();
    if (list.empty()) return;
    // The twig that carries them comes from the verb's node.
    const double node = stem_.node(static_cast<int>(session_.view.verb())).y();
    const double first = leafRect(0).bottom(), last = leafRect(static_cast<int>(list.size()) - 1).bottom();
    p.setPen(QPen(t.stem, 1.4));
    p.drawLine(QPointF(1, std::min(node, first)), QPointF(1, std::max(node, last)));
    for (int i = 0; i < static_cast<int>(list.size()); ++i) {
        const Leaf& l = list[i];
        const QRectF r = leafRect(i);
        const bool now = l.tool && l.id == current();
        QPainterPath shape;
        shape.moveTo(r.left() + 15, r.top());
        shape.lineTo(r.right() - 3, r.top());
        shape.quadTo(r.right(), r.top(), r.right(), r.top() + 3);
        shape.lineTo(r.right(), r.bottom() - 15);
        shape.quadTo(r.right(), r.bottom(), r.right() - 15, r.bottom());
        shape.lineTo(r.left() + 3, r.bottom());
        shape.quadTo(r.left(), r.bottom(), r.left(), r.bottom() - 3);
        shape.lineTo(r.left(), r.top() + 15);
        shape.quadTo(r.left(), r.top(), r.left() + 15, r.top());
        p.setPen(QPen(now ? t.accent : t.stem, now ? 1.8 : 1.3));
        p.drawLine(QPointF(1, r.bottom() + 2), QPointF(r.left() + 1.5, r.bottom() - 1));
        p.setPen(QPen(now ? t.accent : hover_ == i ? t.hoverLeaf : t.idleLine, 1));
        p.setBrush(now ? t.tint : t.field);
        p.drawPath(shape);
        if (QPixmap picture; l.picture && pictureOf(l.picture(), picture)) {
            p.save();
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            p.setClipPath(shape);
            p.drawPixmap(r, picture, QRectF(picture.rect()));
            p.restore();
            p.setBrush(Qt::NoBrush);
            p.drawPath(shape);
        } else
            drawIcon(p, l.icon, t.ink, iconIn(r));
        QFont f = typeface(Type::Tiny);
        if (now) f.setWeight(QFont::DemiBold);
        p.setFont(f);
        p.setPen(now ? t.ink : t.second);
        p.drawText(QRectF(0, r.bottom() + 2, width(), 13), Qt::AlignCenter, l.label);
        if (hasFocus() && focused_ == i) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(t.accent, 2));
            p.drawRoundedRect(r.adjusted(-3, -3, 3, 3), 6, 6);
        }
    }
}

void Leaves::mousePressEvent(QMouseEvent* event) {
    if (const int i = leafAt(event->position()); i >= 0) Q_EMIT picked(leaves()[i].id);
}
void Leaves::mouseMoveEvent(QMouseEvent* event) {
    hover_ = leafAt(event->position());
    update();
}
void Leaves::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}
void Leaves::keyPressEvent(QKeyEvent* event) {
    const int n = static_cast<int>(leaves().size());
    if (n == 0) return QWidget::keyPressEvent(event);
    focused_ = std::clamp(focused_, 0, n - 1);
    if (event->key() == Qt::Key_Down)
        focused_ = (focused_ + 1) % n;
    else if (event->key() == Qt::Key_Up)
        focused_ = (focused_ + n - 1) % n;
    else if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Space)
        Q_EMIT picked(leaves()[focused_].id);
    else
        QWidget::keyPressEvent(event);
    update();
}
bool Leaves::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        if (const int i = leafAt(help->pos()); i >= 0)
            QToolTip::showText(help->globalPos(), QString("%1 (%2)").arg(leaves()[i].tip, leaves()[i].shortcut), this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace thallos
