// SPDX-License-Identifier: MIT
#pragma once

/// Elementary functions with the same bits on every processor, compiler and C library.
///
/// A C library picks its sin, cos, atan2, exp and pow by the processor it runs on, so two machines would disagree in
/// the last bit. These use only + - * / and sqrt, which IEEE 754 rounds the same everywhere. Build with
/// -ffp-contract=off. Each result is within 1 ulp of the exact value. NaN in gives NaN out; no function sets errno.
namespace leap::elementary {

struct SinCos {
    double sin = 0.0;
    double cos = 1.0;
};

/// Sine and cosine of one angle (rad, any finite value). An infinite angle gives NaN.
SinCos sin_cos(double angle_rad);
double sin(double angle_rad);
double cos(double angle_rad);

/// Inverse tangent, -pi/2 to pi/2 rad.
double atan(double x);
/// Angle of the direction (x, y), -pi to pi rad. Signed zeros and infinities as in IEEE 754.
double atan2(double y, double x);
/// Inverse cosine, 0 to pi rad. NaN outside -1 to 1.
double acos(double x);

/// e to the power x. Overflows to infinity, underflows through subnormals to 0.
double exp(double x);
/// Natural logarithm. -infinity at 0, NaN below.
double log(double x);
/// x to the power y. Special cases as in IEEE 754: NaN for a negative x with a fractional y.
double pow(double x, double y);
/// 10 to the power n: exact for 0 to 22.
double power_of_ten(int n);

/// sqrt(x*x + y*y) without overflow on the way.
double hypot(double x, double y);

}  // namespace leap::elementary
