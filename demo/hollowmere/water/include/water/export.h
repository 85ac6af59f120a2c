#pragma once

#if defined(_WIN32)
#define WATER_API __declspec(dllexport)
#else
#define WATER_API __attribute__((visibility("default")))
#endif

#define WATER_NOTHROW noexcept
#define WATER_EACH(name, list) for (auto& name : (list))
