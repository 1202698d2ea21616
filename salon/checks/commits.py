"""The subjects of commits: imperative, plain, at most 65 characters.

Looks at the commits since the rule was made. Where there is no history (an archive, a shallow
clone) there is nothing to look at.
"""

import re
import subprocess
import sys
from collections.abc import Iterator

#: The last commit before the rule.
BEFORE = "f78238a"
LONGEST = 65
#: Verbs that only look like a third person or a participle.
IMPERATIVE = frozenset({"Address", "Bypass", "Compress", "Express", "Focus", "Guess", "Pass"})
IMPERATIVE |= {"Press", "Process", "Suppress", "Bring", "Embed", "Feed", "Need", "Seed", "Speed"}
NO_VERB = re.compile(r"(?:ed|ing|s)$")


def why_not(subject: str) -> str:
    """What is wrong with a subject; empty if nothing is."""
    first = subject.split(" ", 1)[0]
    if len(subject) > LONGEST:
        return f"has {len(subject)} characters: use at most {LONGEST}"
    if not first[:1].isupper() or subject.endswith("."):
        return "starts with a capital letter and ends without a full stop"
    if first not in IMPERATIVE and NO_VERB.search(first):
        return f"starts with an imperative verb, not with “{first}”"
    return ""


def subjects() -> Iterator[str]:
    """Subjects of the commits since the rule, without merges."""
    command = ["git", "log", "--no-merges", "--format=%s", f"{BEFORE}..HEAD"]
    done = subprocess.run(command, capture_output=True, text=True, check=False)
    if done.returncode == 0:
        yield from done.stdout.splitlines()


def main() -> int:
    """Print every wrong subject; the number of them."""
    wrong = [(subject, why_not(subject)) for subject in subjects()]
    wrong = [(subject, why) for subject, why in wrong if why]
    for subject, why in wrong:
        print(f"commit “{subject}”: a subject {why}.")
    return len(wrong)


if __name__ == "__main__":
    sys.exit(min(1, main()))
