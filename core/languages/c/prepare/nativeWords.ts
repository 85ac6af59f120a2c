/** Words of types and of what stands before them. */
export const builtIn = new Set(
  `int char void long short float double unsigned signed bool _Bool wchar_t char16_t char32_t auto size_t
  static extern inline const volatile virtual explicit struct class union enum typename template typedef friend
  constexpr register mutable using namespace`.split(/\s+/),
);
/** Words that say how something is declared. */
export const specifiers = new Set(
  'static extern inline const volatile virtual explicit typedef friend constexpr register mutable template'.split(
    ' ',
  ),
);
/** Words that begin an expression or a statement. */
export const headWords = new Set(
  `if for while switch catch return sizeof do else case goto throw new delete typeof decltype alignof co_return
  co_await co_yield and or not default try operator defined static_assert _Static_assert __asm__ asm __asm __volatile__`.split(
    /\s+/,
  ),
);
/** Names that by convention are macros. */
export const isMacroName = /^[A-Z_][A-Z0-9_]{2,}$/;
