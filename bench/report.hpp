// What the measurements come to, as ratios.
#pragma once

#include <benchmark/benchmark.h>
#include <map>
#include <string>
#include <vector>

/// The work of one measurement of frames.
inline constexpr int events_a_frame = 8;
inline constexpr int frames = 1000;

/// Keeps the fastest of all repetitions: what else the machine does only ever adds to a time.
class Report : public benchmark::BenchmarkReporter {
 public:
  bool ReportContext(const Context& /*context*/) override { return true; }
  void ReportRuns(const std::vector<Run>& runs) override;

  void print() const;

 private:
  std::map<std::string, double> times_;
};
