// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/plot_style.hpp"

#include <qcustomplot.h>

#include "studio/shared/palette.hpp"

namespace leap::studio {

void style_axis(QCPAxis& axis) {
    axis.setTickLabelFont(palette::number_font(8.0));
    axis.setLabelFont(palette::text_font(9.0));
    axis.setTickLabelColor(palette::quiet());
    axis.setLabelColor(palette::ink());
    axis.setBasePen(QPen(palette::hairline()));
    axis.setTickPen(QPen(palette::hairline()));
    axis.setSubTickPen(Qt::NoPen);
    axis.grid()->setPen(QPen(palette::faint()));
    axis.grid()->setZeroLinePen(Qt::NoPen);
}

}  // namespace leap::studio
