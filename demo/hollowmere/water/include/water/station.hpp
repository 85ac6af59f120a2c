#pragma once

#include <string>
#include <vector>

#include "water/alarm.hpp"
#include "water/export.h"
#include "water/reading.h"

namespace hollowmere::water {

// A gauge at a lock, with its last readings.
class WATER_API Station {
 public:
  explicit Station(std::string name) : name_(std::move(name)) {}
  virtual ~Station() = default;

  void take(int millimetres, long takenAt);
  double level() const WATER_NOTHROW;
  const std::string& name() const { return name_; }
  Alarm& alarm() { return alarm_; }

 protected:
  std::vector<water_reading> readings_;

 private:
  std::string name_;
  Alarm alarm_;
};

// A station in the tidal reach, whose level is corrected by the tide.
class WATER_API TidalStation : public Station {
 public:
  using Station::Station;
  double corrected(double tide) const;
};

}  // namespace hollowmere::water
