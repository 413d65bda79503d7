// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QCPAxis;

namespace leap::studio {

/// Hairlines, small numbers, no ticks between: how every plotted axis looks. Anew when the paper changes.
void style_axis(QCPAxis& axis);

}  // namespace leap::studio
