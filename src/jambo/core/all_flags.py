"""Every flag there is, gathered from the judges that raise them."""

from __future__ import annotations

from jambo.core import record
from jambo.core.flags import UNSOLVED, FlagKind
from jambo.core.frames import judge as frames_judge
from jambo.core.frames.registry import FRAMES
from jambo.core.framing import cut_in as framing_cut_in
from jambo.core.framing import judge as framing_judge
from jambo.core.framing import refloor as framing_refloor
from jambo.core.framing import slope as framing_slope
from jambo.core.hanging import judge as hanging_judge
from jambo.core.kinds import judge as kinds_judge
from jambo.core.kinds.bypass import judge as kinds_bypass_judge
from jambo.core.kinds.cased import judge as kinds_cased_judge
from jambo.core.kinds.face_slider import judge as kinds_face_slider_judge
from jambo.core.kinds.pocket import judge as kinds_pocket_judge
from jambo.core.kinds.swing import judge as kinds_swing_judge
from jambo.core.setting import judge as setting_judge
from jambo.core.setting import ladder_judge as setting_ladder_judge
from jambo.core.survey import judge as survey_judge
from jambo.core.trim import judge as trim_judge
from jambo.core.wall import judge as wall_judge

_JUDGES = (
    frames_judge,
    framing_cut_in,
    framing_judge,
    framing_refloor,
    framing_slope,
    hanging_judge,
    kinds_bypass_judge,
    kinds_cased_judge,
    kinds_face_slider_judge,
    kinds_judge,
    kinds_pocket_judge,
    kinds_swing_judge,
    record,
    setting_judge,
    setting_ladder_judge,
    survey_judge,
    trim_judge,
    wall_judge,
)
_WORDS = (UNSOLVED, *(judge.FLAGS for judge in _JUDGES), *(frame.words for frame in FRAMES.values()))

KINDS: dict[str, FlagKind] = {code: kind for words in _WORDS for code, kind in words.kinds.items()}
