// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/spoken.hpp"

#include <QAccessibleWidget>

namespace leap::studio {
namespace {

class SpokenInterface final : public QAccessibleWidget, public QAccessibleValueInterface {
  public:
    SpokenInterface(QWidget* widget, const Spoken& spoken) : QAccessibleWidget(widget, spoken.spoken_role()) {}

    QString text(QAccessible::Text which) const override {
        const Spoken* spoken = seen();
        if (spoken == nullptr) return {};
        if (which == QAccessible::Description) return spoken->spoken_words();
        if (which == QAccessible::Value) {
            const auto value = spoken->spoken_value();
            return value ? value->words : QString();
        }
        return QAccessibleWidget::text(which);
    }

    void* interface_cast(QAccessible::InterfaceType type) override {
        if (type == QAccessible::ValueInterface && seen() != nullptr && seen()->spoken_value())
            return static_cast<QAccessibleValueInterface*>(this);
        return QAccessibleWidget::interface_cast(type);
    }

    QVariant currentValue() const override { return value().now; }
    QVariant maximumValue() const override { return value().high; }
    QVariant minimumValue() const override { return value().low; }
    QVariant minimumStepSize() const override { return value().step; }
    void setCurrentValue(const QVariant& wanted) override {
        bool number = false;
        const double to = wanted.toDouble(&number);
        if (auto* spoken = seen(); spoken != nullptr && number) spoken->take_spoken_value(to);
    }

  private:
    Spoken* seen() const { return dynamic_cast<Spoken*>(object()); }
    Spoken::Value value() const {
        const Spoken* spoken = seen();
        return spoken == nullptr ? Spoken::Value{} : spoken->spoken_value().value_or(Spoken::Value{});
    }
};

QAccessibleInterface* interface_of(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    const auto* spoken = dynamic_cast<Spoken*>(widget);
    return spoken == nullptr ? nullptr : new SpokenInterface(widget, *spoken);  // owned by the framework
}

}  // namespace

void let_screens_be_read() {
    QAccessible::installFactory(interface_of);
}

void tell_spoken_change(QWidget& widget) {
    if (!QAccessible::isActive()) return;
    QAccessibleEvent changed(&widget, QAccessible::DescriptionChanged);
    QAccessible::updateAccessibility(&changed);
    const auto* spoken = dynamic_cast<const Spoken*>(&widget);
    if (const auto value = spoken != nullptr ? spoken->spoken_value() : std::nullopt) {
        QAccessibleValueChangeEvent turned(&widget, value->now);
        QAccessible::updateAccessibility(&turned);
    }
}

}  // namespace leap::studio
