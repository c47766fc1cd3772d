// Recording files: JSON Lines, a head and then one line for each thing that happened.
#pragma once

#include <fstream>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/recording.hpp>

namespace nextmove {

/// Reads a recording. A damaged line is an error with its line number, and is left out; everything
/// else is in the value; of more than 100 problems the last says how many more there are. Without a
/// readable head there is no value. A recording is at most 256 MiB and a line of it 8 MiB; a file
/// is no pipe and no device. Throws nothing.
Result<Recording> load_recording(const std::string& path);

/// The same for a text that is already in memory; `name` stands for the file in messages.
Result<Recording> parse_recording(std::string_view text, std::string_view name = "recording");

/// The lines of a recording file, each with its line break.
std::string to_json_line(const RecordingHeader& header);
std::string to_json_line(const Step& step);

/// Writes a whole recording: at every moment there is the old file or the new one under `path`.
/// Folders on the way are made. Returns what went wrong; with an error, the old file is as it was.
[[nodiscard]] std::vector<Diagnostic> save_recording(const std::string& path,
                                                     const Recording& recording);

/// Writes a recording while it happens. What was written up to the last update is safe in the file
/// even if the program ends badly.
class RecordingWriter {
 public:
  RecordingWriter(const std::string& path, const RecordingHeader& header);

  void write(const Step& step);

  /// Whether everything so far could be written.
  bool is_good() const { return file_.good(); }

 private:
  std::ofstream file_;
};

}  // namespace nextmove
