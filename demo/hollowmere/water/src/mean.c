#include "water/reading.h"

static int counts(const water_reading *reading) { return reading->millimetres >= 0; }

double water_mean(const water_reading *readings, int count) {
  double sum = 0;
  int used = 0;
  for (int i = 0; i < count; i++) {
    if (!counts(&readings[i])) continue;
    sum += readings[i].millimetres;
    used++;
  }
  return used ? sum / used : 0;
}
