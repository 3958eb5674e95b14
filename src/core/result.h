// Results and their errors. The only header that names tl::expected; std::expected needs a later language version.
#pragma once

#include <tl/expected.hpp>
#include <string>

namespace lw {

enum class CalcErrorCode {
    NotPositive = 101, ///< must be above zero
    Negative = 102,    ///< must not be below zero
    OutOfRange = 103,  ///< beyond a hard limit
    NotFinite = 104,   ///< not a number, or infinite
    NoSolution = 201,  ///< the geometry cannot be built
    Missing = 301,     ///< asked for and not given
    BadText = 401,     ///< text that cannot be read
};

/// What stopped a calculation: the code, the stable id of the parameter, the value given, the bound it broke.
struct CalcError {
    CalcErrorCode code;
    std::string parameter;
    double given = 0;
    double limit = 0;
    std::string detail = {}; ///< a sentence where code and numbers do not say enough
};

template <class T> using Result = tl::expected<T, CalcError>;

inline tl::unexpected<CalcError> fail(CalcErrorCode code, std::string parameter, double given = 0, double limit = 0,
                                      std::string detail = {}) {
    return tl::unexpected<CalcError>(CalcError{code, std::move(parameter), given, limit, std::move(detail)});
}

/// One sentence for people: which parameter, what is wrong, which bound.
std::string sentence(const CalcError &error);

} // namespace lw

/// Leaves the function with an error unless the condition holds; written so that NaN fails too.
#define LW_REQUIRE_POSITIVE(value, name)                                                                               \
    if (!((value) > 0.0) || !std::isfinite(value)) return ::lw::fail(::lw::CalcErrorCode::NotPositive, name, value, 0.0)
#define LW_REQUIRE_NOT_NEGATIVE(value, name)                                                                           \
    if (!((value) >= 0.0) || !std::isfinite(value)) return ::lw::fail(::lw::CalcErrorCode::Negative, name, value, 0.0)
