// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/item_form.h"

#include "app/session/session.h"
#include "core/format/project_json.h"
#include "core/swatch/swatch_layout.h"

#include <QDate>

#include <cmath>

namespace vestimen::app {
namespace {

class YarnForm : public ItemForm {
public:
    YarnForm() {
        addPlain(tr("name"), yarn_.name);
        addPlain(tr("fibre"), yarn_.fibre);
        addPlain(tr("colour"), yarn_.colourName);
        addText(
            tr("colour on the screen"), [this] { return yarn_.colour; },
            [this](const std::string& typed) {
                if (!QColor::isValidColor(QString::fromStdString(typed)) || typed.size() != 7)
                    return tr("A colour is written like #8E9AA3.").toStdString();
                yarn_.colour = typed;
                return std::string();
            });
        addPlain(tr("lot"), yarn_.lot);
        addNumber(
            tr("thickness"), [this]() -> double& { return yarn_.thickness.value; }, 0, 100000, 2);
        addChoice(
            tr("measured as"),
            {tr("metres in 100 g"), tr("tex (grams in 1000 m)"), tr("Nm (metres in a gram)"), tr("wraps in an inch")},
            [this] { return static_cast<int>(yarn_.thickness.kind); },
            [this](int index) { yarn_.thickness.kind = static_cast<Thickness::Kind>(index); });
        addText(
            tr("strands together"), [this] { return std::to_string(yarn_.strands); },
            [this](const std::string& typed) {
                const auto count = parseNumber(typed);
                if (!count || *count < 1 || *count > 100 || *count != std::floor(*count))
                    return tr("Strands are a whole number from 1 to 100.").toStdString();
                yarn_.strands = static_cast<int>(*count);
                return std::string();
            });
        addNumber(
            tr("grams on hand"), [this]() -> double& { return yarn_.gramsOnHand; }, 0, 1e6);
        addNumber(
            tr("grams in a ball"), [this]() -> double& { return yarn_.gramsPerBall; }, 0, 1e5);
        addNumber(
            tr("cost of 100 g"), [this]() -> double& { return yarn_.costPer100g; }, 0, 1e9, 2);
        addPlain(tr("note"), yarn_.note);
    }

    void load(const std::string& body) override { yarn_ = yarnFromJson(body); }
    std::string body() const override { return toJson(yarn_); }
    QString name() const override { return QString::fromStdString(yarn_.name); }
    QStringList consequences() const override {
        QStringList lines;
        if (const auto metres = metresPer100g(yarn_.thickness)) {
            lines << tr("%1 m in 100 g of one strand").arg(*metres, 0, 'f', 0);
            if (yarn_.gramsOnHand > 0.0)
                lines << tr("%1 m on hand, knitted with %2 together: %3 m")
                             .arg(*metres * yarn_.gramsOnHand / 100.0, 0, 'f', 0)
                             .arg(yarn_.strands)
                             .arg(*metres * yarn_.gramsOnHand / 100.0 / yarn_.strands, 0, 'f', 0);
        } else if (yarn_.thickness.value > 0.0) {
            lines << tr("Wraps in an inch tell how a yarn fills, not how long 100 g of it are.");
        }
        if (yarn_.costPer100g > 0.0 && yarn_.gramsOnHand > 0.0)
            lines << tr("what is on hand cost %1").arg(yarn_.costPer100g * yarn_.gramsOnHand / 100.0, 0, 'f', 2);
        return lines;
    }

private:
    Yarn yarn_;
};

class MachineForm : public ItemForm {
public:
    MachineForm() {
        addPlain(tr("name"), machine_.name);
        addWhole(
            tr("needles in the bed"), 10, 600, [this] { return machine_.needles.count(); },
            [this](int n) { machine_.needles = Stitches(n); });
        addText(
            tr("from needle to needle"), [this] { return number(machine_.pitch.mm(), 2) + " mm"; },
            [this](const std::string& typed) {
                const auto pitch = parseLength(typed, LengthUnit::millimetre);
                if (!pitch || *pitch < Length::millimetres(0.5) || *pitch > Length::millimetres(50))
                    return tr("From needle to needle it is 0.5 to 50 mm.").toStdString();
                machine_.pitch = *pitch;
                return std::string();
            });
        addChoice(
            tr("beds"), {tr("one bed"), tr("two beds")}, [this] { return machine_.beds - 1; },
            [this](int index) { machine_.beds = index + 1; });
        addChoice(
            tr("stitch sizes"), {tr("a dial"), tr("plates")}, [this] { return static_cast<int>(machine_.sizes.kind); },
            [this](int index) {
                machine_.sizes.kind = static_cast<StitchSizeScale::Kind>(index);
                if (machine_.sizes.kind == StitchSizeScale::Kind::plates)
                    machine_.sizes.parts = 1;
            });
        addChoice(
            tr("parts of a number"), {tr("none"), tr("halves"), tr("thirds"), tr("tenths")},
            [this] { return machine_.sizes.parts == 10 ? 3 : machine_.sizes.parts - 1; },
            [this](int index) { machine_.sizes.parts = index == 3 ? 10 : index + 1; });
        addWhole(
            tr("smallest size"), 0, 99, [this] { return machine_.sizes.lowest; },
            [this](int n) { machine_.sizes.lowest = std::min(n, machine_.sizes.highest); });
        addWhole(
            tr("largest size"), 1, 100, [this] { return machine_.sizes.highest; },
            [this](int n) { machine_.sizes.highest = std::max(n, machine_.sizes.lowest); });
        const QStringList positions = {tr("out of work is called"), tr("work is called"), tr("forward work is called"),
                                       tr("hold is called")};
        for (int i = 0; i < positions.size(); ++i)
            addPlain(positions[i], machine_.positionNames[static_cast<std::size_t>(i)]);
        addHeading(tr("What it can do"));
        const auto check = [&](const QString& label, bool Machine::*which) {
            addCheck(label, [this, which]() -> bool& { return machine_.*which; });
        };
        check(tr("can hold needles"), &Machine::canHold);
        check(tr("a held needle is wrapped by itself on the carriage side"), &Machine::holdWrapsItself);
        check(tr("has a row counter"), &Machine::hasRowCounter);
        check(tr("has a yarn mast with tension disc and spring"), &Machine::hasMast);
        check(tr("needles are drawn by hand"), &Machine::needlesByHand);
        addHeading(tr("Tools at hand"));
        for (const ToolInfo& each : toolInfos())
            addCheck(coreText(each.label),
                     [this, tool = static_cast<std::size_t>(each.tool)]() -> bool& { return machine_.tools[tool]; });
    }

    void load(const std::string& body) override { machine_ = machineFromJson(body); }
    std::string body() const override { return toJson(machine_); }
    QString name() const override { return QString::fromStdString(machine_.name); }
    QStringList consequences() const override {
        QStringList lines;
        const SwatchAdvice advice = swatchAdvice(machine_);
        lines << tr("The bed is %1 wide.")
                     .arg(QString::fromStdString(text(machine_.pitch * machine_.needles.count(), unit())));
        lines << tr("Swatch: field %1 × %2, cast on at least %3.")
                     .arg(advice.field.count())
                     .arg(advice.fieldRows.count())
                     .arg(advice.castOn.count());
        for (const Phrase& each : vestimen::consequences(machine_))
            lines << coreText(each, unit());
        return lines;
    }

private:
    void addWhole(const QString& label, int least, int most, std::function<int()> read,
                  std::function<void(int)> write) {
        addText(
            label, [read] { return std::to_string(read()); },
            [=](const std::string& typed) {
                const auto value = parseNumber(typed);
                if (!value || *value < least || *value > most || *value != std::floor(*value))
                    return tr("%1 is a whole number from %2 to %3.").arg(label).arg(least).arg(most).toStdString();
                write(static_cast<int>(*value));
                return std::string();
            });
    }

    Machine machine_;
};

/// Readings in one line, with semicolons between, since a comma may be a decimal one.
std::string listed(const std::vector<Reading>& readings, ReadingUnit unit) {
    std::string list;
    for (const Reading& each : readings)
        list += (list.empty() ? "" : "; ") + text(each, unit);
    return list;
}

class SwatchForm : public ItemForm {
public:
    SwatchForm() {
        addPlain(tr("name"), swatch_.name);
        addPlain(tr("yarn"), swatch_.yarn);
        addPlain(tr("machine"), swatch_.machine);
        addText(
            tr("stitch size"), [this] { return swatch_.sizes.text(swatch_.size); },
            [this](const std::string& typed) {
                const auto size = swatch_.sizes.parse(typed);
                if (!size)
                    return tr("Its machine has sizes from %1 to %2.")
                        .arg(swatch_.sizes.lowest)
                        .arg(swatch_.sizes.highest)
                        .toStdString();
                swatch_.size = *size;
                return std::string();
            });
        QStringList fabrics;
        for (std::size_t i = 0; i < fabricKindCount; ++i)
            fabrics << coreText(label(static_cast<FabricKind>(i)));
        addChoice(
            tr("fabric"), fabrics, [this] { return static_cast<int>(swatch_.fabric); },
            [this](int index) { swatch_.fabric = static_cast<FabricKind>(index); });
        QStringList verdicts;
        for (std::size_t i = 0; i < fabricVerdictCount; ++i)
            verdicts << coreText(label(static_cast<FabricVerdict>(i)));
        addChoice(
            tr("verdict"), verdicts, [this] { return static_cast<int>(swatch_.verdict); },
            [this](int index) { swatch_.verdict = static_cast<FabricVerdict>(index); });
        addReadings(tr("widths, ; between"), &Treatment::widths);
        addReadings(tr("heights, ; between"), &Treatment::heights);
        addNumber(
            tr("weight, g"), [this]() -> double& { return swatch_.grams; }, 0, 10000);
        addPlain(tr("notes"), swatch_.notes);
    }

    void load(const std::string& body) override { swatch_ = swatchFromJson(body); }
    std::string body() const override { return toJson(swatch_); }
    QString name() const override { return QString::fromStdString(swatch_.name); }
    QStringList consequences() const override {
        QStringList lines;
        const MeasuredFabric fabric = measured(swatch_);
        if (fabric.gauge)
            lines << tr("%1 stitches × %2 rows in 10 cm%3")
                         .arg(fabric.gauge->stitches.perTenCentimetres(), 0, 'f', 2)
                         .arg(fabric.gauge->rows.perTenCentimetres(), 0, 'f', 2)
                         .arg(fabric.unproven ? tr(", unproven") : QString());
        for (const Treatment& each : swatch_.treatments) {
            const MeasuredFabric then = measured(each, swatch_.field, swatch_.fieldRows);
            if (then.gauge)
                lines << tr("%1: %2 × %3")
                             .arg(coreText(label(each.kind)))
                             .arg(then.gauge->stitches.perTenCentimetres(), 0, 'f', 1)
                             .arg(then.gauge->rows.perTenCentimetres(), 0, 'f', 1);
        }
        if (const auto grams = gramsPerStitch(swatch_))
            lines << tr("%1 mg of yarn in a stitch").arg(*grams * 1000, 0, 'f', 2);
        if (!swatch_.photographs.empty())
            lines << tr("photographs: %1").arg(swatch_.photographs.size());
        for (const Finding& finding : swatchFindings(swatch_))
            lines << coreText(finding.text, ReadingUnit::millimetres);
        return lines;
    }

private:
    void addReadings(const QString& label, std::vector<Reading> Treatment::*which) {
        addText(
            label,
            [this, which] {
                const Treatment* treatment = treatmentInUse(swatch_);
                return treatment ? listed(treatment->*which, unit()) : std::string();
            },
            [this, which](const std::string& typed) {
                std::vector<Reading> readings;
                for (const QString& part : QString::fromStdString(typed).split(';', Qt::SkipEmptyParts)) {
                    const auto reading =
                        parseReading(part.trimmed().toStdString(),
                                     unit() == ReadingUnit::inches ? LengthUnit::inch : LengthUnit::millimetre);
                    if (!reading)
                        return reading.problem;
                    readings.push_back(*reading);
                }
                if (swatch_.treatments.empty())
                    swatch_.treatments.push_back({});
                swatch_.treatments[*treatmentIndexInUse(swatch_)].*which = std::move(readings);
                return std::string();
            });
    }

    Swatch swatch_;
};

class WearerForm : public ItemForm {
public:
    WearerForm() {
        addPlain(tr("name"), wearer_.name);
        addChoice(
            tr("figure"), {tr("adult"), tr("child")}, [this] { return wearer_.isChild ? 1 : 0; },
            [this](int index) { wearer_.isChild = index == 1; });
        addPlain(tr("note"), wearer_.note);
        addHeading(tr("Measures of the body"));
        for (const MeasureInfo& each : measureInfos()) {
            QLineEdit* edit = addText(
                coreText(each.label),
                [this, measure = each.measure] {
                    const auto& taken = wearer_[measure];
                    return taken && !taken->onGarment ? text(measure, *taken, unit()) : std::string();
                },
                [this, measure = each.measure](const std::string& typed) {
                    if (typed.empty()) {
                        wearer_[measure].reset();
                        return std::string();
                    }
                    const auto parsed = parseMeasure(measure, typed, bareUnit(unit()), false);
                    if (!parsed)
                        return parsed.problem;
                    MeasureValue value = *parsed;
                    value.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
                    wearer_.take(measure, value);
                    return std::string();
                });
            edit->setToolTip(coreText(each.how));
        }
    }

    void load(const std::string& body) override { wearer_ = wearerFromJson(body); }
    std::string body() const override { return toJson(wearer_); }
    QString name() const override { return QString::fromStdString(wearer_.name); }
    QStringList consequences() const override {
        QStringList lines;
        int taken = 0;
        int borrowed = 0;
        std::vector<Measure> given;
        for (const MeasureInfo& each : measureInfos())
            if (const auto& value = wearer_[each.measure]) {
                value->borrowed ? ++borrowed : ++taken;
                given.push_back(each.measure);
            }
        lines << tr("%1 measures taken, %2 borrowed").arg(taken).arg(borrowed);
        if (const auto& chest = wearer_[Measure::chest])
            lines << tr("nearest starter size: %1").arg(QString::fromUtf8(nearestStarterSize(chest->value).name));
        for (const Finding& finding : measureFindings(wearer_, given))
            lines << coreText(finding.text, unit());
        return lines;
    }

private:
    Wearer wearer_;
};

} // namespace

std::unique_ptr<ItemForm> ItemForm::make(Shelf shelf) {
    switch (shelf) {
    case Shelf::machines:
        return std::make_unique<MachineForm>();
    case Shelf::swatches:
        return std::make_unique<SwatchForm>();
    case Shelf::wearers:
        return std::make_unique<WearerForm>();
    default:
        return std::make_unique<YarnForm>();
    }
}

} // namespace vestimen::app
