#include "app/shell/job_box.h"

#include <cmath>

#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>

#include "app/words/numbers.h"
#include "app/words/text.h"

namespace thallos {

JobBox::JobBox(Jobs& jobs, QWidget* parent) : QWidget(parent), jobs_(jobs) {
    auto* l = new QHBoxLayout(this);
    l->setContentsMargins(0, 0, 8, 0);
    text_ = new QLabel(this);
    bar_ = new QProgressBar(this);
    bar_->setRange(0, 1000);
    bar_->setTextVisible(false);
    bar_->setFixedSize(140, 8);
    bar_->setAccessibleName(tr("Progress"));
    auto* cancel = new QPushButton(tr("Cancel"), this);
    cancel->setObjectName("stopJob");
    cancel->setToolTip(tr("Cancel it; no file is written"));
    connect(cancel, &QPushButton::clicked, this, [this] { jobs_.cancelNewest(); });
    l->addWidget(text_);
    l->addWidget(bar_);
    l->addWidget(cancel);
    hide();
    connect(&jobs_, &Jobs::changed, this, &JobBox::refresh);
    connect(&ticker_, &QTimer::timeout, this, &JobBox::refresh);
}

void JobBox::refresh() {
    const bool any = !jobs_.all().empty();
    setVisible(any);
    any ? ticker_.start(150) : ticker_.stop();
    if (!any) return;
    const Jobs::Job& job = jobs_.all().back();
    const auto left = job.told ? job.progress->secondsLeft() : std::nullopt;
    // What takes long says what it is at.
    constexpr double kLong = 10; // seconds
    const Text stage = job.told || job.progress->secondsSpent() < kLong ? Text() : job.progress->stage();
    text_->setText(left            ? timeLeftText(*left)
                   : stage.empty() ? job.title
                                   : tr("%1: %2").arg(job.title, thallos::tr(stage)));
    bar_->setRange(0, job.told ? 1000 : 0);
    if (job.told) bar_->setValue(static_cast<int>(job.progress->done() * 1000));
}

} // namespace thallos
