// Asks what a foreign plant, thing or picture is, shows it as it would stand, and tells what was mended.
#pragma once

#include <memory>

#include <QDialog>

#include "app/windows/species_picture.h"
#include "core/exchange/proxy_import.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QVBoxLayout;

namespace thallos {

class ValueRow;

enum class CardUse { Turns, Stands, Backdrop, Mist };

class ProxyDialog : public QDialog {
    Q_OBJECT
public:
    ProxyDialog(std::shared_ptr<const ProxyDraft> draft, const QString& file, QWidget* parent);
    void setLight(const Site& site, const Shot& shot) { picture_->setLight(site, shot); }
    ProxyOrder order() const;
    CardUse use() const;                       // of flat pictures
    QString keptName() const { return kept_; } // in the library; empty: it is no species

public slots:
    void accept() override; // writes into the user's own species, beside; backdrops and mist are not written

private:
    void addRoles(QVBoxLayout& right);
    QLayout* rightsOf(const QString& file);
    QLayout* answers();
    void remake(); // what the answers come to, beside
    void show(const ProxyMade& made);
    std::shared_ptr<const ProxyDraft> draft_;
    uint64_t generation_ = 0;
    QString kept_;
    SpeciesPicture* picture_;
    QLineEdit *name_, *maker_, *source_, *licence_, *price_;
    QComboBox *kind_, *use_ = nullptr;
    QCheckBox* upright_ = nullptr;
    ValueRow* height_;
    std::vector<QComboBox*> roles_;
    QLabel *weight_, *note_;
    QPlainTextEdit* report_;
    QPushButton* keep_;
};

} // namespace thallos
