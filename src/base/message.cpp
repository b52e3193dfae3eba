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
    if (const auto* amount = std::get_if<Amount>(&value)) return render(*amount, speech);
    std::string joined;
    for (const Message& part : std::get<std::vector<Message>>(value)) {
        if (!joined.empty()) joined += ", ";
        joined += render(part, speech);
    }
    return joined;
}

}  // namespace

MessageArg::MessageArg(std::string_view argument, std::string_view given) : name(argument), value(std::string(given)) {}
MessageArg::MessageArg(std::string_view argument, Number given) : name(argument), value(given) {}
MessageArg::MessageArg(std::string_view argument, Amount given) : name(argument), value(std::move(given)) {}
MessageArg::MessageArg(std::string_view argument, const Message& given) : name(argument), value(std::vector<Message>{given}) {}
MessageArg::MessageArg(std::string_view argument, std::vector<Message> given) : name(argument), value(std::move(given)) {}
KH_SPECIAL_MEMBERS_OF(MessageArg);

Message::Message(std::string template_, std::vector<MessageArg> arguments, int counted)
    : text(std::move(template_)), args(std::move(arguments)), count(counted) {}
KH_SPECIAL_MEMBERS_OF(Message);

Message say(std::string_view text, std::initializer_list<MessageArg> args) { return {std::string(text), args}; }

Message asWord(std::string_view id) { return say(plainText(std::string(id))); }

Message sayCount(std::size_t n, const char* one, const char* many, std::initializer_list<MessageArg> args) {
    Message m{n == 1 ? one : many, args, static_cast<int>(n)};
    m.args.emplace_back("n", num(static_cast<double>(n)));
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

double Scale::shown(double value) const { return writing == Writing::Number ? factor * value + offset : std::abs(factor * value); }

namespace {

/// A number as its box shows it, already on its scale, without a unit.
std::string shownNumber(const Scale& scale, double number, bool sign, const Speech& speech) {
    const double least = 0.5 * std::pow(10.0, -scale.decimals);  // what would be shown as whole is whole
    const bool whole = scale.wholeBare && std::abs(number - std::round(number)) < least;
    return render(Number{number, whole ? 0 : scale.decimals, sign}, speech);
}

/// A gain with its mode before it.
std::string withMode(const std::string& size, bool rate, const Speech& speech) {
    const char* const mode = rate ? KH_TR("R {g}") : KH_TR("H {g}");
    std::string written = speech.translate ? speech.translate(mode, -1) : mode;
    if (const auto place = written.find("{g}"); place != std::string::npos) written.replace(place, 3, size);
    return written;
}

}  // namespace

std::string render(const Amount& amount, const Speech& speech) {
    if (speech.masksAmounts) return "#";
    static const Scale none;
    const Scale& scale = amount.scale ? *amount.scale : none;
    const bool plain = scale.writing == Scale::Writing::Number;
    std::string text;
    switch (amount.kind) {
        case Amount::Kind::Value:
            text = shownNumber(scale, scale.shown(amount.value), scale.sign && plain, speech);
            if (!plain) text = withMode(text, amount.value < 0.0, speech);
            break;
        case Amount::Kind::Difference: text = shownNumber(scale, scale.factor * amount.value, true, speech); break;
        case Amount::Kind::Step: text = shownNumber(scale, std::abs(scale.factor * amount.value), false, speech); break;
        case Amount::Kind::Spread:
            text = scale.offset == 0.0 ? "±" + shownNumber(scale, std::abs(scale.factor * amount.value), false, speech)
                                       : shownNumber(scale, scale.shown(-amount.value), false, speech) + " … " +
                                             shownNumber(scale, scale.shown(amount.value), false, speech);
            break;
    }
    if (amount.bare || scale.unit.empty()) return text;
    const std::string unit = speech.translate ? speech.translate(scale.unit, -1) : scale.unit;
    return text + (scale.unit == "°" ? "" : " ") + unit;
}

std::vector<Amount> amountsIn(const Message& message) {
    std::vector<Amount> out;
    for (const MessageArg& arg : message.args) {
        if (const auto* amount = std::get_if<Amount>(&arg.value)) out.push_back(*amount);
        if (const auto* parts = std::get_if<std::vector<Message>>(&arg.value))
            for (const Message& part : *parts) {
                const std::vector<Amount> more = amountsIn(part);
                out.insert(out.end(), more.begin(), more.end());
            }
    }
    return out;
}

std::string numbersIn(const Message& message) {
    std::string out;
    const auto add = [&](const std::string& text) { out += (out.empty() || text.empty() ? "" : "; ") + text; };
    for (const MessageArg& arg : message.args) {
        if (const auto* number = std::get_if<Number>(&arg.value)) add(render(*number));
        if (const auto* amount = std::get_if<Amount>(&arg.value)) add(render(*amount));
        if (const auto* parts = std::get_if<std::vector<Message>>(&arg.value))
            for (const Message& part : *parts) add(numbersIn(part));
    }
    return out;
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
