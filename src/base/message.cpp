// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/message.h"

#include "base/plain.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

std::string renderValue(const MessageValue& value, const Speech& speech) {
    if (const auto* name = std::get_if<std::string>(&value)) return plainText(*name);
    if (const auto* number = std::get_if<Number>(&value)) return render(*number, speech);
    std::string joined;
    for (const Message& part : std::get<std::vector<Message>>(value)) {
        if (!joined.empty()) joined += ", ";
        joined += render(part, speech);
    }
    return joined;
}

}  // namespace

Message say(std::string text, std::initializer_list<MessageArg> args) { return {std::move(text), args}; }

Message asWord(std::string_view id) { return say(plainText(std::string(id))); }

Message sayCount(std::size_t n, const char* one, const char* many, std::initializer_list<MessageArg> args) {
    Message m{n == 1 ? one : many, args, static_cast<int>(n)};
    m.args.emplace_back("n", MessageValue(num(static_cast<double>(n))));
    return m;
}

const Speech& english() {
    static const Speech speech;
    return speech;
}

std::string render(const Number& number, const Speech& speech) {
    if (!std::isfinite(number.value)) return "–";
    std::string digits = fmt::format("{:.{}f}", std::abs(number.value), number.decimals);
    const bool zero = digits.find_first_not_of("0.") == std::string::npos;
    if (const auto point = digits.find('.'); point != std::string::npos) digits.replace(point, 1, speech.decimalPoint);
    if (zero) return digits;
    if (number.value < 0.0) return "−" + digits;
    return number.sign ? "+" + digits : digits;
}

std::string render(const Message& message, const Speech& speech) {
    const std::string text = speech.translate ? speech.translate(message.text, message.count) : message.text;
    std::string out;
    out.reserve(text.size() + 16 * message.args.size());
    for (std::size_t i = 0; i < text.size();) {
        const auto close = text[i] == '{' ? text.find('}', i) : std::string::npos;
        if (close == std::string::npos) {
            out += text[i++];
            continue;
        }
        const std::string name = text.substr(i + 1, close - i - 1);
        const auto arg = std::find_if(message.args.begin(), message.args.end(), [&](const MessageArg& a) { return a.name == name; });
        out += arg == message.args.end() ? "{" + name + "}" : renderValue(arg->value, speech);
        i = close + 1;
    }
    return out;
}

}  // namespace kh
