#include "water/alarm.hpp"

#include "water/station.hpp"

namespace hollowmere::water {

Severity Alarm::judge(const Station& station) const {
  const double level = station.level();
  if (level > high_) return Severity::High;
  return level < low_ ? Severity::Low : Severity::Calm;
}

void Alarm::bounds(double low, double high) {
  low_ = low;
  high_ = high;
}

void Alarm::bounds(double middle) { bounds(middle - 500, middle + 500); }

}  // namespace hollowmere::water
