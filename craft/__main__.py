"""The core as a program: ``python -m craft COMMAND < request.json > answer.json``.

``--language de`` says the answer in German, ``--language en-US`` in inches and ounces;
``--messages`` adds the message and the parameters of each of its sentences.
"""

import argparse
import json
import os
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import NoReturn

from craft.commands import COMMANDS
from craft.contract import read, schema
from craft.contract.sentence import collect_messages
from craft.errors import CraftError
from craft.messages import join, languages, said_in, say, speak
from craft.region import ENGLISH, region

BAD_INPUT = 2
CUT_SHORT = 1


class Parser(argparse.ArgumentParser):
    """Tells a wrong command line like any other bad input."""

    def error(self, message: str) -> NoReturn:
        raise CraftError("command", message[:1].upper() + message[1:] + ".")


def language_tag(text: str) -> str:
    """A language that answers can be said in, with a country where measures follow it.

    Raises:
        ArgumentTypeError: there is none of that name
    """
    try:
        known = region(text).language in languages()
    except ValueError:
        known = False
    if not known:
        raise argparse.ArgumentTypeError(
            say(
                "use one of {languages}, with a country if you like: en-US",
                languages=join(", ", languages()),
            )
        )
    return text


def parser() -> argparse.ArgumentParser:
    """The command line."""
    commands_parser = Parser(
        prog="python -m craft", description="The rules of the job, JSON in, JSON out."
    )
    commands = commands_parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    for name, command in COMMANDS.items():
        subcommand = commands.add_parser(name, help=(command.request.__doc__ or "").split(".")[0])
        subcommand.add_argument(
            "request", nargs="?", type=Path, help="request file, else standard input"
        )
        subcommand.add_argument(
            "answer", nargs="?", type=Path, help="answer file, else standard output"
        )
        subcommand.add_argument(
            "--language", type=language_tag, default=ENGLISH, help="of the sentences: de, en-US"
        )
        subcommand.add_argument(
            "--messages", action="store_true", help="answer with the message of each sentence"
        )
    subcommand = commands.add_parser("schema", help="JSON Schema of a command's request and answer")
    subcommand.add_argument("of", choices=sorted(COMMANDS), metavar="COMMAND")
    return commands_parser


def request_text(path: Path | None) -> str:
    """The request, from a file or standard input.

    Raises:
        CraftError: the file cannot be read as text
    """
    try:
        return path.read_text("utf-8") if path else sys.stdin.buffer.read().decode("utf-8")
    except OSError as error:
        raise CraftError(
            "request",
            say("{path} cannot be read: {why}.", path=str(path), why=error.strerror or ""),
        ) from error
    except UnicodeDecodeError as error:
        raise CraftError("request", say("The request is not UTF-8 text.")) from error


def answer_text(arguments: argparse.Namespace) -> str:
    """What a command line asks for, as JSON."""
    if arguments.command == "schema":
        command = COMMANDS[arguments.of]
        both = {"request": schema(command.request), "answer": schema(command.answer)}
        return json.dumps(both, ensure_ascii=False, indent=2)
    command = COMMANDS[arguments.command]
    with speak(arguments.language):
        answer = command.run(read(command.request, request_text(arguments.request)))
        with collect_messages() as messages:
            text = answer.model_dump_json(indent=2, by_alias=True)
    if not arguments.messages:
        return text
    both = {"answer": json.loads(text), "messages": messages}
    return json.dumps(both, ensure_ascii=False, indent=2)


def write_answer(text: str, path: Path | None) -> None:
    """Write an answer whole or not at all.

    Args:
        text: the answer
        path: where to; None for standard output
    Raises:
        CraftError: the file cannot be written
    """
    if path is None:
        print(text, flush=True)
        return
    beside = path.with_name(path.name + ".part")
    try:
        beside.write_text(text + "\n", "utf-8")
        beside.replace(path)
    except OSError as error:
        beside.unlink(missing_ok=True)
        raise CraftError(
            "answer",
            say("{path} cannot be written: {why}.", path=str(path), why=error.strerror or ""),
        ) from error


def wanted_language(argv: Sequence[str] | None) -> str:
    """The language of a command line, also of one that cannot be read."""
    options = Parser(add_help=False)
    options.add_argument("--language", type=language_tag, default=ENGLISH)
    try:
        return str(options.parse_known_args(argv)[0].language)
    except CraftError:
        return ENGLISH


def main(argv: Sequence[str] | None = None) -> int:
    """Run a command line; 0 with an answer, 2 with an error that names the field."""
    try:
        arguments = parser().parse_args(argv)
        write_answer(answer_text(arguments), getattr(arguments, "answer", None))
    except CraftError as error:
        spoken = said_in(error.message, wanted_language(argv))
        problem = {"error": {"field": error.field, "message": spoken}}
        print(json.dumps(problem, ensure_ascii=False), file=sys.stderr)
        return BAD_INPUT
    except BrokenPipeError:
        # Whoever read the answer has read enough; what is left in the buffer goes nowhere.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return CUT_SHORT
    return 0


if __name__ == "__main__":
    sys.exit(main())
