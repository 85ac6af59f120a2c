#ifndef WATER_API_H
#define WATER_API_H

#include "water/export.h"

#ifdef __cplusplus
extern "C" {
#endif

/* The level of a station in millimetres; -1 when there is none of that name. */
WATER_API int water_level(const char *station);
WATER_API int water_take(const char *station, int millimetres, long taken_at);

#ifdef __cplusplus
}
#endif

#endif
