#pragma once

#include "water/export.h"
#include "water/station.hpp"

namespace hollowmere::water {

class Station;

enum class Severity { Calm, High, Low };

// Says when the level of a station leaves its bounds.
class WATER_API Alarm {
 public:
  Severity judge(const Station& station) const;
  void bounds(double low, double high);
  void bounds(double middle);

 private:
  double low_ = 0, high_ = 4000;
};

}  // namespace hollowmere::water
