#include "water/api.h"

#include <map>
#include <memory>
#include <string>

#include "water/station.hpp"

using namespace hollowmere::water;

static std::map<std::string, std::shared_ptr<Station>> stations;

static Station* find(const char* name) {
  auto found = stations.find(name);
  return found == stations.end() ? nullptr : found->second.get();
}

int water_level(const char* station) {
  Station* found = find(station);
  return found ? static_cast<int>(found->level()) : -1;
}

int water_take(const char* station, int millimetres, long taken_at) {
  if (!find(station)) stations[station] = std::make_shared<TidalStation>(station);
  find(station)->take(millimetres, taken_at);
  int highest = 0;
  WATER_EACH(entry, stations) {
    if (entry.second->level() > highest) highest = static_cast<int>(entry.second->level());
  }
  return highest;
}
