#include "app/windows/guide_window.h"

#include <QApplication>
#include <QDialogButtonBox>
#include <QDir>
#include <QFile>
#include <QHBoxLayout>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QTextBlock>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "core/base/assets.h"

namespace thallos {

namespace {

QDir documents() {
    // Installed among the shipped files; else as the sources lie.
    const QDir installed(QString::fromStdString((assetFolder() / "docs").string()));
    return installed.exists() ? installed
                              : QDir(QString::fromStdString((assetFolder().parent_path() / "docs").string()));
}

QString textOf(const QString& file) {
    QFile in(file);
    return in.open(QIODevice::ReadOnly) ? QString::fromUtf8(in.readAll()) : QString();
}

// Room between lines and paragraphs, which Markdown does not ask for.
void space(QTextDocument& document) {
    QTextCursor cursor(&document);
    for (QTextBlock block = document.begin(); block.isValid(); block = block.next()) {
        QTextBlockFormat format;
        const bool heading = block.blockFormat().headingLevel() > 0;
        format.setTopMargin(heading && block != document.begin() ? 20 : 2);
        format.setBottomMargin(heading ? 8 : 6);
        format.setLineHeight(125, QTextBlockFormat::ProportionalHeight);
        if (block.text().contains(QChar::ObjectReplacementCharacter)) // a picture is its own height
            format.setLineHeight(0, QTextBlockFormat::SingleHeight);
        cursor.setPosition(block.position());
        cursor.mergeBlockFormat(format);
    }
}

// Pictures no wider than the page.
class Page : public QTextBrowser {
public:
    using QTextBrowser::QTextBrowser;

protected:
    QVariant loadResource(int type, const QUrl& name) override {
        const QVariant whole = QTextBrowser::loadResource(type, name);
        if (type != QTextDocument::ImageResource) return whole;
        QImage image = whole.value<QImage>();
        if (image.isNull()) image.loadFromData(whole.toByteArray());
        const int room = std::max(320, viewport()->width() - 40);
        return image.width() > room ? QVariant(image.scaledToWidth(room, Qt::SmoothTransformation)) : QVariant(image);
    }
};

} // namespace

GuideWindow::GuideWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("guide");
    setWindowTitle(tr("User guide"));
    resize(900, 680);
    find_ = new QLineEdit(this);
    find_->setObjectName("findInGuide");
    find_->setAccessibleName(tr("Search the guide"));
    find_->setPlaceholderText(tr("Search the guide"));
    find_->setClearButtonEnabled(true);
    pages_ = new QListWidget(this);
    pages_->setObjectName("guidePages");
    pages_->setAccessibleName(tr("Pages"));
    pages_->setFixedWidth(190);
    auto* left = new QVBoxLayout;
    left->addWidget(find_);
    left->addWidget(pages_, 1);
    text_ = new Page(this);
    text_->setObjectName("guideText");
    text_->setAccessibleName(tr("Page of the guide"));
    text_->setOpenExternalLinks(true);
    text_->document()->setDocumentMargin(16);
    auto* all = new QHBoxLayout(this);
    all->addLayout(left);
    all->addWidget(text_, 1);
    const QDir folder(documents().filePath("guide"));
    for (const char* name : {"first", "window", "selecting", "seat", "shape", "plant", "light", "frame", "finish"}) {
        const QString text = textOf(folder.filePath(QString(name) + ".md"));
        auto* item = new QListWidgetItem(text.section('\n', 0, 0).mid(2), pages_); // its heading
        item->setData(Qt::UserRole, QString(name));
        item->setData(Qt::UserRole + 1, text);
    }
    text_->setSearchPaths({folder.path()});
    connect(pages_, &QListWidget::currentItemChanged, this, [this, folder](QListWidgetItem* item) {
        if (!item) return;
        text_->setSource(QUrl::fromLocalFile(folder.filePath(item->data(Qt::UserRole).toString() + ".md")),
                         QTextDocument::MarkdownResource);
        space(*text_->document());
        if (!find_->text().isEmpty()) text_->find(find_->text());
    });
    connect(find_, &QLineEdit::textChanged, this, &GuideWindow::search);
    connect(find_, &QLineEdit::returnPressed, this, &GuideWindow::searchNext);
    pages_->setCurrentRow(0);
}

void GuideWindow::showPage(const QString& name) {
    for (int i = 0; i < pages_->count(); ++i)
        if (pages_->item(i)->data(Qt::UserRole).toString() == name) pages_->setCurrentRow(i);
}

// Shows the pages that have the words, the first of them at the place.
void GuideWindow::search() {
    const QString words = find_->text().trimmed();
    QListWidgetItem* first = nullptr;
    for (int i = 0; i < pages_->count(); ++i) {
        QListWidgetItem* item = pages_->item(i);
        const bool fits = item->data(Qt::UserRole + 1).toString().contains(words, Qt::CaseInsensitive);
        item->setHidden(!fits);
        if (fits && (!first || item == pages_->currentItem())) first = item;
    }
    if (!first || words.isEmpty()) return;
    pages_->setCurrentItem(first);
    text_->moveCursor(QTextCursor::Start);
    text_->find(words);
}

// The next place on the page, then the next page.
void GuideWindow::searchNext() {
    const QString words = find_->text().trimmed();
    if (words.isEmpty() || text_->find(words)) return;
    for (int i = 1; i <= pages_->count(); ++i) {
        const int next = (pages_->currentRow() + i) % pages_->count();
        if (pages_->item(next)->isHidden()) continue;
        pages_->setCurrentRow(next);
        text_->moveCursor(QTextCursor::Start);
        text_->find(words);
        return;
    }
}

AboutWindow::AboutWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("about");
    setWindowTitle(tr("About Thallos"));
    resize(620, 480);
    auto* l = new QVBoxLayout(this);
    auto* name = new QLabel(tr("Thallos %1").arg(QApplication::applicationVersion()), this);
    name->setFont(typeface(Type::Title));
    auto* what = new QLabel(tr("Sets a building into its site and renders it."), this);
    auto* licences = new QTextBrowser(this);
    licences->setObjectName("licences");
    licences->setAccessibleName(tr("Licences"));
    const QDir assets(QString::fromStdString(assetFolder().string()));
    QStringList text{textOf(documents().filePath("../LICENSE")), textOf(assets.filePath("LICENSES.md"))};
    for (const char* folder : {"fonts", "icons"})
        for (const QFileInfo& f : QDir(assets.filePath(folder)).entryInfoList({"*LICENSE*"}, QDir::Files))
            text << QString("%1/%2\n\n%3").arg(folder, f.fileName(), textOf(f.filePath()));
    licences->setPlainText(text.join("\n\n———\n\n"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    l->addWidget(name);
    l->addWidget(what);
    l->addWidget(licences, 1);
    l->addWidget(buttons);
}

} // namespace thallos
