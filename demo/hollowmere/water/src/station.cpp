#include "water/station.hpp"

namespace hollowmere::water {

void Station::take(int millimetres, long takenAt) {
  if (readings_.size() >= WATER_READINGS) readings_.erase(readings_.begin());
  readings_.push_back({WATER_CLAMP(millimetres, 0, 9999), takenAt});
  alarm_.judge(*this);
}

double Station::level() const WATER_NOTHROW {
  return water_mean(readings_.data(), static_cast<int>(readings_.size()));
}

double TidalStation::corrected(double tide) const {
  return readings_.empty() ? tide : level() - tide;
}

}  // namespace hollowmere::water
