#ifndef WATER_READING_H
#define WATER_READING_H

/* Plain C, for the gauges themselves speak nothing else. */
#define WATER_READINGS 16
#define WATER_CLAMP(value, low, high) ((value) < (low) ? (low) : (value) > (high) ? (high) : (value))

typedef struct water_reading {
  int millimetres;
  long taken_at;
} water_reading;

double water_mean(const water_reading *readings, int count);

#endif
