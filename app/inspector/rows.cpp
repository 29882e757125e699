#include "app/inspector/rows.h"

#include <algorithm>

#include <QColorDialog>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/widgets/theme.h"

namespace thallos {

namespace {

QComboBox* boxOf(const Label& label, const QStringList& options, const QString& tip, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon); // not to the longest of many names
    box->addItems(options);
    box->setAccessibleName(label.text);
    box->setObjectName(label.id);
    box->setToolTip(tip);
    box->setFocusPolicy(Qt::TabFocus); // after a click letters are the window's commands again
    return box;
}

QLineEdit* lineOf(const Label& label, const QString& tip, QWidget* parent) {
    auto* line = new QLineEdit(parent);
    line->setObjectName(label.id);
    line->setAccessibleName(label.text);
    line->setToolTip(tip);
    QObject::connect(line, &QLineEdit::returnPressed, line, &QWidget::clearFocus); // undo is the document's again
    return line;
}

} // namespace

Rows::Rows(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("inspectorPage");
    layout_ = new QVBoxLayout(this);
    layout_->setContentsMargins(0, 0, 0, 8);
    layout_->setSpacing(0);
    into_ = layout_;
}

void Rows::refresh() {
    for (const auto& f : refreshers_) f();
}

void Rows::close() {
    int wide = 0;
    for (const auto& [text, set] : labels_) wide = std::max(wide, ValueRow::labelWidth(text));
    for (const auto& [text, set] : labels_) set(wide);
    layout_->addStretch(1);
}

int Rows::count() const {
    return layout_->count();
}

void Rows::disableFrom(int first) {
    for (int i = first; i < layout_->count(); ++i)
        if (QWidget* w = layout_->itemAt(i)->widget(); w && !w->property("section").toBool()) w->setEnabled(false);
}

void Rows::add(QWidget* widget, const std::function<void()>& refresh) {
    into_->addWidget(widget);
    if (refresh) refreshers_.push_back(refresh);
}

void Rows::labelled(const Label& label, QWidget* widget, const std::function<void()>& refresh) {
    auto* w = new QWidget(this);
    w->setMinimumHeight(30);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 2, 12, 2);
    auto* text = new QLabel(label.text, w);
    text->setToolTip(label.text);
    labels_.emplace_back(label.text, [text](int w) { text->setFixedWidth(w); });
    text->setProperty("role", "second");
    l->addWidget(text);
    l->addWidget(widget, 1);
    add(w, refresh);
}

void Rows::section(const Label& label, const QString& note, bool folded) {
    if (onlyForAll_) return;
    const QString key = "inspector/folded/" + label.id;
    auto* head = new QToolButton(this);
    head->setObjectName(label.id);
    head->setProperty("section", true);
    head->setText(note.isEmpty() ? label.text : tr("%1 · %2", "a section and what it holds").arg(label.text, note));
    head->setFont(typeface(Type::Heading));
    head->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
    head->setAutoRaise(true);
    head->setCheckable(true);
    head->setChecked(!QSettings().value(key, folded).toBool());
    head->setAccessibleName(label.text);
    head->setToolTip(tr("Show or hide these rows"));
    head->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    head->setFixedHeight(30);
    auto* body = new QWidget(this);
    auto* rows = new QVBoxLayout(body);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(0);
    const auto follow = [head, body] {
        head->setArrowType(head->isChecked() ? Qt::DownArrow : Qt::RightArrow);
        body->setVisible(head->isChecked());
    };
    follow();
    connect(head, &QToolButton::toggled, this, [key, head, follow] {
        QSettings().setValue(key, !head->isChecked());
        follow();
    });
    layout_->addWidget(head);
    layout_->addWidget(body);
    into_ = rows;
}

void Rows::heading(const QString& title, const QString& text) {
    if (onlyForAll_) return;
    into_ = layout_;
    auto* w = new QWidget(this);
    w->setFixedHeight(32);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 0, 12, 0);
    auto* a = new QLabel(title, w);
    a->setFont(typeface(Type::Heading));
    auto* b = new QLabel(text, w);
    b->setFont(typeface(Type::Body));
    b->setProperty("role", "second");
    l->addWidget(a);
    l->addStretch();
    l->addWidget(b);
    add(w);
}

void Rows::note(const std::function<QString()>& text) {
    if (onlyForAll_) return;
    auto* l = new QLabel(this);
    l->setFont(typeface(Type::Body));
    l->setWordWrap(true);
    l->setContentsMargins(12, 4, 12, 6);
    l->setProperty("role", "second");
    add(l, [l, text] { l->setText(text()); });
}

void Rows::value(const Label& label, const ValueRange& range, const QString& tip, const std::function<double()>& get,
                 const std::function<void(double, bool)>& set) {
    if (onlyForAll_) return;
    auto* r = new ValueRow(label, range, tip, this);
    labels_.emplace_back(label.text, [r](int w) { r->setLabelWidth(w); });
    connect(r, &ValueRow::changed, this, [set](double v, bool dragging) { set(v, dragging); });
    connect(r, &ValueRow::settled, this, [this] { session_.document.endEdit(); });
    add(r, [r, get] {
        if (!r->sliding()) r->setValue(get());
    });
}

void Rows::choice(const Label& label, const QStringList& options, const QString& tip, const std::function<int()>& get,
                  const std::function<void(int)>& set) {
    if (onlyForAll_) return;
    auto* box = boxOf(label, options, tip, this);
    connect(box, &QComboBox::activated, this, [set](int i) { set(i); });
    labelled(label, box, [box, get] {
        const QSignalBlocker quiet(box);
        box->setCurrentIndex(get());
    });
}

void Rows::button(const Label& label, const QString& tip, const std::function<void()>& act) {
    if (onlyForAll_) return;
    auto* w = new QWidget(this);
    auto* b = new QPushButton(label.text, w);
    b->setObjectName(label.id);
    b->setToolTip(tip);
    b->setAccessibleName(label.text);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 4, 12, 4);
    l->addWidget(b);
    l->addStretch();
    connect(b, &QPushButton::clicked, this, [act] { act(); });
    add(w);
}

void Rows::words(const Label& label, const QString& tip, const std::function<std::string()>& get,
                 const std::function<void(const std::string&)>& set) {
    if (onlyForAll_) return;
    auto* line = lineOf(label, tip, this);
    line->setPlaceholderText(tr("Not set"));
    connect(line, &QLineEdit::editingFinished, this, [line, get, set] {
        const std::string words = line->text().simplified().toStdString();
        if (words != get()) set(words);
    });
    labelled(label, line, [line, get] {
        if (!line->hasFocus()) line->setText(QString::fromStdString(get()));
    });
}

void Rows::itemValue(const Label& label, const ValueRange& range, const QString& tip,
                     const std::function<std::optional<double>(const Item&)>& get,
                     const std::function<void(Item&, double)>& set) {
    if (!allHave(get)) return;
    auto* r = new ValueRow(label, range, tip, this);
    labels_.emplace_back(label.text, [r](int w) { r->setLabelWidth(w); });
    connect(r, &ValueRow::changed, this, [this, label, get, set](double v, bool dragging) {
        session_.editSelected(
            label.text,
            [&](Item& i) {
                if (get(i)) set(i, v);
            },
            label.id, dragging ? BuildMode::Moving : BuildMode::Rest);
    });
    connect(r, &ValueRow::settled, this, [this] { session_.document.endEdit(); });
    add(r, [this, r, get] {
        if (r->sliding()) return;
        bool mixed = false;
        const auto value = common(get, mixed);
        r->setMixed(mixed);
        if (value) r->setValue(*value);
    });
}

void Rows::itemChoice(const Label& label, const QStringList& options, const QString& tip,
                      const std::function<std::optional<int>(const Item&)>& get,
                      const std::function<void(Item&, int)>& set) {
    if (!allHave(get)) return;
    auto* box = boxOf(label, options, tip, this);
    box->setPlaceholderText(tr("several"));
    connect(box, &QComboBox::activated, this, [this, label, get, set](int i) {
        session_.editSelected(label.text, [&](Item& item) {
            if (get(item)) set(item, i);
        });
    });
    labelled(label, box, [this, box, get] {
        const QSignalBlocker quiet(box);
        bool mixed = false;
        const auto value = common(get, mixed);
        box->setCurrentIndex(mixed ? -1 : value.value_or(-1));
    });
}

void Rows::itemWords(const Label& label, const QString& tip,
                     const std::function<std::optional<std::string>(const Item&)>& get,
                     const std::function<void(Item&, const std::string&)>& set) {
    if (!allHave(get)) return;
    auto* line = lineOf(label, tip, this);
    connect(line, &QLineEdit::editingFinished, this, [this, line, label, get, set] {
        bool mixed = false;
        const std::string words = line->text().simplified().toStdString(), now = common(get, mixed).value_or("");
        if (!line->isModified() || (words == now && !mixed)) return;
        line->setModified(false);
        session_.editSelected(label.text, [&](Item& item) {
            if (get(item)) set(item, words);
        });
    });
    labelled(label, line, [this, line, get] {
        if (line->hasFocus()) return;
        bool mixed = false;
        const auto value = common(get, mixed);
        line->setText(mixed ? QString() : QString::fromStdString(value.value_or("")));
        line->setPlaceholderText(mixed ? tr("several") : tr("Not set"));
    });
}

void Rows::colour(const Label& label, const QString& tip, const std::function<QColor()>& get,
                  const std::function<void(const QColor&)>& set) {
    if (onlyForAll_) return;
    auto* b = new QPushButton(this);
    b->setObjectName(label.id);
    b->setAccessibleName(label.text);
    b->setToolTip(tip);
    connect(b, &QPushButton::clicked, this, [this, label, get, set] {
        const QColor picked = QColorDialog::getColor(get(), this, label.text, QColorDialog::DontUseNativeDialog);
        if (picked.isValid()) set(picked);
    });
    labelled(label, b, [b, get] {
        QPixmap swatch(QSize(28, 14) * b->devicePixelRatioF());
        swatch.setDevicePixelRatio(b->devicePixelRatioF());
        swatch.fill(get());
        b->setIconSize({28, 14});
        b->setIcon(QIcon(swatch));
        b->setText(get().name().toUpper());
    });
}

template <class Value> bool Rows::allHave(const std::function<std::optional<Value>(const Item&)>& get) const {
    const auto& all = session_.selection.leaves();
    return !onlyForAll_ ||
           std::all_of(all.begin(), all.end(), [&](Id id) { return get(*session_.document.item(id)).has_value(); });
}

template <class Value>
std::optional<Value> Rows::common(const std::function<std::optional<Value>(const Item&)>& get, bool& mixed) const {
    std::optional<Value> value;
    const auto take = [&](const Item* i) {
        const std::optional<Value> v = i ? get(*i) : std::nullopt;
        if constexpr (std::is_same_v<Value, double>)
            mixed = mixed || (v && value && std::abs(*v - *value) > 1e-6 * (1 + std::abs(*v)));
        else
            mixed = mixed || (v && value && *v != *value);
        if (v) value = v;
    };
    for (const Id id : session_.selection.leaves()) take(session_.document.item(id));
    take(session_.selection.item()); // the last one's is the value to go on from
    return value;
}

void Rows::shotValue(const Label& label, const ValueRange& range, const QString& tip,
                     const std::function<double(const Shot&)>& get, const std::function<void(Shot&, double)>& set) {
    value(
        label, range, tip, [this, get] { return get(session_.view.shot()); },
        [this, set, label](double v, bool) {
            session_.view.editShot(
                label.text, [&](Shot& s) { set(s, v); }, label.id);
        });
}

} // namespace thallos
