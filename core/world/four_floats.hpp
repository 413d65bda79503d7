// SPDX-License-Identifier: MIT
#pragma once

#if defined(__SSE__)
#include <xmmintrin.h>
#endif

/// Four floats that are calculated with at once, by the compiler's vector types (g++ and clang).
namespace leap {

using FourFloats = float __attribute__((vector_size(16)));

inline FourFloats four_times(float value) {
    return FourFloats{value, value, value, value};
}
inline FourFloats load_four(const float* aligned) {
    return *reinterpret_cast<const FourFloats*>(aligned);
}
#if defined(__SSE__)
inline FourFloats larger(FourFloats a, FourFloats b) {
    return _mm_max_ps(a, b);
}
inline FourFloats smaller(FourFloats a, FourFloats b) {
    return _mm_min_ps(a, b);
}
/// One bit for each of the four, the first one lowest: where `a` isn't above `b`.
inline unsigned which_up_to(FourFloats a, FourFloats b) {
    return static_cast<unsigned>(_mm_movemask_ps(_mm_cmple_ps(a, b)));
}
#else
inline FourFloats larger(FourFloats a, FourFloats b) {
    return a > b ? a : b;
}
inline FourFloats smaller(FourFloats a, FourFloats b) {
    return a < b ? a : b;
}
inline unsigned which_up_to(FourFloats a, FourFloats b) {
    unsigned out = 0;
    for (int i = 0; i < 4; ++i) out |= a[i] <= b[i] ? 1U << i : 0U;
    return out;
}
#endif

}  // namespace leap
