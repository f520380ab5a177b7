// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/fields.h"

#include "app/canvas/label.h"
#include "app/canvas/slip.h"
#include "app/theme/theme.h"

#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QScreen>
#include <QScrollArea>
#include <QStyle>

namespace vestimen::app {

void setWrong(QLineEdit* edit, bool wrong) {
    if (edit->property("wrong").toBool() == wrong)
        return;
    edit->setProperty("wrong", wrong);
    edit->style()->unpolish(edit);
    edit->style()->polish(edit);
}

bool isBeingTyped(const QWidget* field) {
    const QWidget* focus = field->window()->focusWidget();
    // The field of a list that can be typed in hands its focus to the list.
    return focus == field || (focus && field->focusProxy() == focus);
}

void addRow(QVBoxLayout* form, const QString& name, QWidget* field, int fieldWidth) {
    auto* words = new Label(name, field->parentWidget());
    words->setObjectName(QStringLiteral("muted"));
    field->setAccessibleName(name);
    if (const auto* list = qobject_cast<QComboBox*>(field); list && list->isEditable())
        list->lineEdit()->setAccessibleName(name);
    field->setFixedWidth(fieldWidth);
    auto* line = new QHBoxLayout;
    line->addWidget(words, 1);
    line->addWidget(field);
    form->addLayout(line);
}

QSize ElidedLabel::minimumSizeHint() const {
    return {60, QLabel::minimumSizeHint().height()};
}

void ElidedLabel::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(font());
    painter.setPen(palette().color(QPalette::WindowText));
    painter.drawText(rect(), Qt::AlignLeft | Qt::AlignVCenter,
                     fontMetrics().elidedText(text(), Qt::ElideRight, width()));
}

void resizeWithin(QWidget& window, QSize size) {
    // Room for a title bar and borders, whoever draws them.
    constexpr QSize aroundIt(24, 64);
    const QScreen* screen = window.screen();
    window.resize(screen ? size.boundedTo(screen->availableSize() - aroundIt) : size);
}

QScrollArea* scrolledColumn(QWidget* column, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidget(column);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFocusPolicy(Qt::NoFocus);
    return scroll;
}

QScrollArea* scrolled(Slip* slip, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidget(slip);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFixedWidth(slip->width() + 12);
    scroll->setFocusPolicy(Qt::NoFocus);
    return scroll;
}

QPushButton* chipButton(const QString& sign, const QString& does, QWidget* parent) {
    auto* button = new QPushButton(sign, parent);
    button->setObjectName(QStringLiteral("chip"));
    button->setToolTip(does);
    button->setAccessibleName(does);
    return button;
}

QVBoxLayout* dialogForm(QDialog* dialog, const QString& title) {
    dialog->setWindowTitle(title);
    auto* layout = new QVBoxLayout(dialog);
    layout->setContentsMargins(24, 18, 24, 18);
    layout->setSpacing(10);
    auto* heading = new Label(title, dialog);
    heading->setObjectName(QStringLiteral("heading"));
    layout->addWidget(heading);
    return layout;
}

void addDialogButtons(QDialog* dialog, QVBoxLayout* layout) {
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, dialog);
    for (QAbstractButton* button : buttons->buttons())
        button->setIcon({}); // the desktop's do not go with ours
    QObject::connect(buttons, &QDialogButtonBox::accepted, dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::reject);
    layout->addWidget(buttons);
}

QIcon yarnIcon(const Yarn& yarn) {
    QPixmap picture(18, 18);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(Theme::current().ink, 1.0));
    painter.setBrush(QColor(QString::fromStdString(yarn.colour)));
    painter.drawEllipse(QRectF(1.5, 1.5, 15, 15));
    return QIcon(picture);
}

} // namespace vestimen::app
