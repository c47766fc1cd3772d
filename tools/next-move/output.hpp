// How the commands print: tables, colours, diagnostics.
#pragma once

#include <cstdio>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/nextmove.hpp>

/// `text` in bold where standard output is a terminal that wants colours; else as it is.
std::string bold(std::string_view text);

/// Rows of cells under a heading, in columns as wide as they need to be. The last may be any width.
class Table {
 public:
  explicit Table(std::vector<std::string> heading) : rows_{std::move(heading)} {}
  void add(std::vector<std::string> row) { rows_.push_back(std::move(row)); }
  void print() const;

 private:
  std::vector<std::vector<std::string>> rows_;
};

/// The problems, each with its source line, to standard error.
void print_problems(const std::vector<nextmove::Diagnostic>& problems);

/// Whether a command may write its result to this file, by what it is called: nothing stands there,
/// or something of the same kind (a generated header, a picture, a table of controls, a list of
/// icons). Else it prints what stands in the way.
bool may_write_or_tell(const std::string& path);

/// Text of several lines that a terminal may show; see printable.
std::string printable_lines(std::string_view text);

/// Text of several lines, of which the first is the answer.
void print_answer(std::string_view text);

/// "1 action", "2 actions".
std::string counted(std::size_t count, std::string_view what);
