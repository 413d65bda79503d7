// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/text_size.hpp"

#include <QSettings>
#include <algorithm>
#include <cmath>

namespace leap::studio::text_size {
namespace {

constexpr const char* key = "window/text_percent";
constexpr double min_usual_pt = 9.0;
constexpr double max_usual_pt = 11.0;
constexpr double middle_pt = 10.0;

}  // namespace

int from_system_font(double system_font_pt) {
    if (!(system_font_pt > 0.0)) return usual_percent;  // given in pixels, or not at all
    if (system_font_pt >= min_usual_pt && system_font_pt <= max_usual_pt) return usual_percent;
    const double percent = usual_percent * system_font_pt / middle_pt;
    return static_cast<int>(std::lround(std::clamp<double>(percent, min_percent, max_percent)));
}

std::optional<int> chosen() {
    bool number = false;
    const int percent = QSettings().value(key).toInt(&number);
    if (!number) return {};
    return std::clamp(percent, min_percent, max_percent);
}

void choose(std::optional<int> percent) {
    if (percent)
        QSettings().setValue(key, std::clamp(*percent, min_percent, max_percent));
    else
        QSettings().remove(key);
}

int in_use() {
    bool number = false;
    const double factor = qEnvironmentVariable("QT_SCALE_FACTOR").toDouble(&number);
    return number ? static_cast<int>(std::lround(factor * usual_percent)) : usual_percent;
}

int wanted(double system_font_pt) {
    return chosen().value_or(from_system_font(system_font_pt));
}

}  // namespace leap::studio::text_size
