// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/theme.h"

#include <QFontDatabase>
#include <QStringList>

namespace vestimen::app {
namespace {

const Theme fleece = {Theme::Name::fleece, "#F2ECDF", "#FFFCF5", "#26282F", "#655F54", "#D8CDB9", "#245A7A", "#FFFFFF",
                      "#AE412B",           "#8A6408", "#4C7340", "#6A5290", "#E9DFC9", "#CDC3AF", "#B9AD94"};
const Theme peat = {Theme::Name::peat, "#24211D", "#2E2A25", "#F1EADC", "#B5AB9A", "#4A443B", "#8DC3E3", "#16242D",
                    "#EF8E74",         "#E0B551", "#9CC48C", "#BBA5E0", "#6B6353", "#57503F", "#453F32"};

Theme::Name chosen = Theme::Name::fleece;

} // namespace

const Theme& Theme::of(Name name) {
    return name == Name::peat ? peat : fleece;
}
const Theme& Theme::current() {
    return of(chosen);
}
void Theme::choose(Name name) {
    chosen = name;
}

void loadFonts() {
    for (const char* file : {"Lato-Regular", "Lato-Bold", "Vollkorn-SemiBold"})
        QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.ttf").arg(QLatin1String(file)));
}

QFont textFont(int pixels, int weight) {
    QFont font(QStringLiteral("Lato"));
    font.setPixelSize(pixels);
    font.setWeight(static_cast<QFont::Weight>(weight));
    return font;
}

QFont titleFont(int pixels) {
    QFont font(QStringLiteral("Vollkorn"));
    font.setPixelSize(pixels);
    font.setWeight(QFont::DemiBold);
    return font;
}

QColor fabricColour(const QString& yarnColour) {
    const QColor yarn(yarnColour);
    if (!yarn.isValid())
        return Theme::current().wool;
    // Light enough to carry ink, or dark enough to lie on peat.
    const QColor& towards = Theme::current().wool;
    const auto mix = [](int a, int b) { return (a * 45 + b * 55) / 100; };
    return QColor(mix(yarn.red(), towards.red()), mix(yarn.green(), towards.green()), mix(yarn.blue(), towards.blue()));
}

QString applicationStyleSheet() {
    const Theme& t = Theme::current();
    QString sheet = QStringLiteral(R"(
QWidget { color: @ink; font-family: Lato; font-size: 14px; }
QMainWindow, #ground { background: @ground; }
QToolTip { background: @paper; color: @ink; border: 1px solid @line; }
#title { font-family: Vollkorn; font-weight: 600; font-size: 22px; }
#heading { font-family: Vollkorn; font-weight: 600; font-size: 17px; }
#muted { color: @muted; }
#problem { color: @madder; font-weight: 700; }
#warning { color: @weld; font-weight: 700; }
#answer { color: @woad; font-weight: 700; font-size: 22px; }
#card { background: @paper; border: 1px solid @line; border-radius: 8px; }
#askCard { background: @paper; border: 3px solid @woad; border-radius: 10px; }
QPushButton { background: @paper; border: 1px solid @line; border-radius: 6px; padding: 6px 14px; font-weight: 700; }
QPushButton:hover { border-color: @muted; }
QPushButton:checked { background: @woad; color: @onwoad; border-color: @woad; }
QPushButton:disabled { color: @muted; background: @ground; }
QPushButton:focus, QLineEdit:focus, QComboBox:focus, QSpinBox:focus, QListWidget:focus, QTableWidget:focus { border: 2px solid @woad; }
QPushButton#primary { background: @woad; color: @onwoad; border-color: @woad; }
QPushButton#primary:focus { border: 2px solid @ink; }
QLineEdit, QSpinBox, QComboBox { background: @paper; border: 1px solid @line; border-radius: 6px; padding: 5px 7px; selection-background-color: @woad; selection-color: @onwoad; }
QLineEdit#borrowed { color: @muted; font-style: italic; border-style: dashed; }
QPushButton#small { padding: 4px 10px; font-size: 13px; }
QPushButton#key { padding: 6px 7px; }
QPushButton#chip { padding: 3px; min-width: 22px; }
QPushButton#chip::menu-indicator { image: none; width: 0; }
QLineEdit#reading { padding: 2px; font-size: 15px; font-weight: 700; }
QLineEdit[wrong="true"] { border: 2px solid @madder; }
QComboBox::drop-down { border: none; width: 22px; }
QComboBox::down-arrow { image: url(:/icons/down.svg); width: 10px; height: 6px; }
QSpinBox::up-button, QSpinBox::down-button { border: none; width: 20px; background: transparent; }
QSpinBox::up-arrow { image: url(:/icons/up.svg); width: 10px; height: 6px; }
QSpinBox::down-arrow { image: url(:/icons/down.svg); width: 10px; height: 6px; }
QComboBox QAbstractItemView { background: @paper; border: 1px solid @line; selection-background-color: @woad; selection-color: @onwoad; }
QCheckBox::indicator, QListWidget::indicator { width: 16px; height: 16px; border: 1px solid @muted; border-radius: 4px; background: @paper; }
QCheckBox::indicator:checked, QListWidget::indicator:checked { background: @woad; border-color: @onwoad; image: url(@check); }
QCheckBox:disabled { color: @muted; }
QCheckBox::indicator:disabled { border-color: @line; background: @ground; }
QTabBar::tab { background: @paper; border: 1px solid @line; border-radius: 6px; padding: 6px 8px; margin-right: 5px; font-weight: 700; }
QTabBar::tab:hover { border-color: @muted; }
QTabBar::tab:selected { background: @woad; color: @onwoad; border-color: @woad; }
QTabBar::tab:focus { border: 2px solid @madder; }
QTabBar QToolButton { background: @paper; border: 1px solid @line; border-radius: 6px; }
QCheckBox:focus { color: @woad; }
QSlider { min-height: 24px; }
QSlider::groove:horizontal { height: 4px; background: @line; border-radius: 2px; }
QSlider::sub-page:horizontal { background: @madder; border-radius: 2px; }
QSlider::handle:horizontal { width: 16px; margin: -7px 0; background: @paper; border: 2px solid @madder; border-radius: 9px; }
QSlider:focus { border: 1px solid @woad; border-radius: 4px; }
QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: none; }
QListWidget, QListView, QTableWidget, QTextEdit, QPlainTextEdit { background: @paper; border: 1px solid @line; border-radius: 8px; padding: 4px; selection-background-color: @woad; selection-color: @onwoad; }
QListWidget::item { padding: 7px 8px; border-radius: 5px; }
QListWidget#rows::item { padding: 4px 0; }
QListWidget::item:disabled { color: @muted; }
QListWidget::item:selected { background: @woad; color: @onwoad; }
QScrollBar:vertical { background: transparent; width: 10px; }
QScrollBar::handle:vertical { background: @line; border-radius: 5px; min-height: 30px; }
QScrollBar:horizontal { background: transparent; height: 10px; }
QScrollBar::handle:horizontal { background: @line; border-radius: 5px; min-width: 30px; }
QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
QDialog { background: @ground; }
QHeaderView::section { background: @paper; border: none; padding: 5px; color: @muted; }
)");
    const std::pair<const char*, QColor> tokens[] = {{"@onwoad", t.onWoad}, {"@ground", t.ground}, {"@paper", t.paper},
                                                     {"@ink", t.ink},       {"@muted", t.muted},   {"@line", t.line},
                                                     {"@woad", t.woad},     {"@madder", t.madder}};
    for (const auto& [token, colour] : tokens)
        sheet.replace(QLatin1String(token), colour.name());
    sheet.replace(QLatin1String("@check"), t.name == Theme::Name::peat ? QStringLiteral(":/icons/check-dark.svg")
                                                                       : QStringLiteral(":/icons/check.svg"));
    return sheet;
}

void paintCard(QPainter& painter, const QRect& area) {
    painter.setPen(Theme::current().line);
    painter.setBrush(Theme::current().paper);
    painter.drawRoundedRect(QRectF(area).adjusted(0.5, 0.5, -0.5, -0.5), 8, 8);
}

} // namespace vestimen::app
