#include "app/inspector/rows.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/widgets/theme.h"

namespace thallos {

Rows::Rows(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("inspectorPage");
    layout_ = new QVBoxLayout(this);
    layout_->setContentsMargins(0, 0, 0, 8);
    layout_->setSpacing(0);
}

void Rows::refresh() {
    for (const auto& f : refreshers_) f();
}

void Rows::close() {
    layout_->addStretch(1);
}

int Rows::count() const {
    return layout_->count();
}

void Rows::disableFrom(int first) {
    for (int i = first; i < layout_->count(); ++i)
        if (QWidget* w = layout_->itemAt(i)->widget()) w->setEnabled(false);
}

void Rows::add(QWidget* widget, const std::function<void()>& refresh) {
    layout_->addWidget(widget);
    if (refresh) refreshers_.push_back(refresh);
}

void Rows::labelled(const Label& label, QWidget* widget, const std::function<void()>& refresh) {
    auto* w = new QWidget(this);
    w->setMinimumHeight(30);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 2, 12, 2);
    auto* text = new QLabel(label.text, w);
    text->setFixedWidth(88);
    text->setProperty("role", "second");
    l->addWidget(text);
    l->addWidget(widget, 1);
    add(w, refresh);
}

void Rows::heading(const QString& title, const QString& text) {
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
    auto* l = new QLabel(this);
    l->setFont(typeface(Type::Body));
    l->setWordWrap(true);
    l->setContentsMargins(12, 4, 12, 6);
    l->setProperty("role", "second");
    add(l, [l, text] { l->setText(text()); });
}

void Rows::value(const Label& label, const ValueRange& range, const QString& tip, const std::function<double()>& get,
                 const std::function<void(double, bool)>& set) {
    auto* r = new ValueRow(label, range, tip, this);
    connect(r, &ValueRow::changed, this, [set](double v, bool dragging) { set(v, dragging); });
    connect(r, &ValueRow::settled, this, [this] { session_.document.endEdit(); });
    add(r, [r, get] {
        if (!r->sliding()) r->setValue(get());
    });
}

void Rows::choice(const Label& label, const QStringList& options, const QString& tip, const std::function<int()>& get,
                  const std::function<void(int)>& set) {
    auto* box = new QComboBox(this);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon); // not to the longest of many names
    box->addItems(options);
    box->setAccessibleName(label.text);
    box->setObjectName(label.id);
    box->setToolTip(tip);
    connect(box, &QComboBox::activated, this, [set](int i) { set(i); });
    labelled(label, box, [box, get] {
        const QSignalBlocker quiet(box);
        box->setCurrentIndex(get());
    });
}

void Rows::button(const Label& label, const QString& tip, const std::function<void()>& act) {
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
    auto* line = new QLineEdit(this);
    line->setObjectName(label.id);
    line->setAccessibleName(label.text);
    line->setToolTip(tip);
    line->setPlaceholderText(tr("Not set"));
    connect(line, &QLineEdit::returnPressed, line, &QWidget::clearFocus); // undo is the document's again
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
    auto* r = new ValueRow(label, range, tip, this);
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
        std::optional<double> value;
        bool mixed = false;
        const auto take = [&](const Item* i) {
            const auto v = i ? get(*i) : std::nullopt;
            mixed = mixed || (v && value && std::abs(*v - *value) > 1e-6 * (1 + std::abs(*v)));
            if (v) value = v;
        };
        for (const Id id : session_.selection.leaves()) take(session_.document.item(id));
        take(session_.selection.item()); // the last one's is the value to go on from
        r->setMixed(mixed);
        if (value) r->setValue(*value);
    });
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
