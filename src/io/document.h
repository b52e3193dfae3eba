// SPDX-License-Identifier: GPL-3.0-or-later
//
// A Setup as a JSON document: strict on the way in, stable on the way out.
#pragma once

#include "base/message.h"
#include "model/setup.h"

#include <filesystem>
#include <map>
#include <memory>
#include <nlohmann/json_fwd.hpp>
#include <string>
#include <vector>

namespace kh::io {

inline constexpr int kFormatVersion = 9;
inline constexpr const char* kFormatName = "keelhaul-setup";
inline constexpr std::size_t kMaxDocumentBytes = std::size_t{16} * 1024 * 1024;
inline constexpr int kMaxDepth = 64;
inline constexpr std::size_t kMaxEntries = 20000;  ///< of one list or object, whatever it is of
inline constexpr std::size_t kMaxValues = 400000;  ///< of a whole file; its text is at most 16 MiB

/// Keys the program does not know, kept by the path of the object they stood in. They go when it goes.
using UnknownKeys = std::map<std::string, std::map<std::string, std::string>>;  ///< path → key → JSON text

/// A document as loaded: the value, what must be carried through a round trip, and what to tell the pilot.
struct Document {
    Setup setup;
    UnknownKeys unknown;
    std::vector<Message> notes;
};

/// @throws InputError naming path, value and allowed range; for a text that is not JSON, the line and column
[[nodiscard]] Document parseDocument(const std::string& text);
/// @throws InputError as parseDocument would of what was written
[[nodiscard]] std::string writeDocument(const Setup& setup, const UnknownKeys& unknown = {});

/// A file that could not be read or written.
class FileError : public std::runtime_error {
public:
    using std::runtime_error::runtime_error;
};

/// @throws FileError if it is no regular file, cannot be read or is over 16 MiB
[[nodiscard]] std::string readFile(const std::filesystem::path& file);
/// Writes beside the target, syncs, then renames: the old file stays whole unless the new one is. A new file is as private as the
/// user asks (umask), an old one keeps its permissions.
/// @throws FileError with the reason, also for a file that is read-only; then the old file is untouched and nothing is left behind
void writeFileAtomically(const std::filesystem::path& file, const std::string& text);

[[nodiscard]] Document loadDocument(const std::filesystem::path& file);
/// @return what stands in the file now  @throws FileError as writeFileAtomically; InputError for what could not be opened again
std::string saveDocument(const std::filesystem::path& file, const Setup& setup, const UnknownKeys& unknown = {});

/// Refuses what no schema should ever see: over `kMaxDepth`, `kMaxEntries`, `kMaxValues`, duplicate keys, numbers that are not finite.
/// @throws InputError
[[nodiscard]] nlohmann::json parseGuarded(const std::string& text);

/// The JSON Schema of the document, made from the same description as the reader.
[[nodiscard]] nlohmann::json documentSchema();
enum class ProfileKind { Transmitter, Controller, SpeedController, Servo, Receiver };
[[nodiscard]] nlohmann::json profileSchema(ProfileKind kind);

}  // namespace kh::io
