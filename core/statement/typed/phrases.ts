/** Phrases and abbreviations that are brought to one known word before the line is parted into words; tried in this order. */
export const PHRASES: readonly (readonly [RegExp, string])[] = [
  [/[″“”]|''/g, '"'],
  [/[×✕]/g, ' x '],
  [/[–—−]/g, '-'],
  [/[⌀øØ∅]/g, ' diameter '],
  [/°/g, ' degrees '],
  [/-sided\b/gi, ' sided '],
  [/\b(?:hollow\s+pyramid|pyramid(?:al|[\s-]+shaped)?\s+(?:hollow|recess|cavity))\b/gi, ' pyramid hole '],
  [/¼/g, ' 1/4'],
  [/½/g, ' 1/2'],
  [/¾/g, ' 3/4'],
  [/⅛/g, ' 1/8'],
  [/⅜/g, ' 3/8'],
  [/⅝/g, ' 5/8'],
  [/⅞/g, ' 7/8'],
  // a hole with four sides that differ is a pocket, right through or not
  [
    /\b(?:rectangular|oblong)\s+(through|blind)[\s-]+(?=(?:hole|pocket|recess|opening)s?\b)/gi,
    ' $1 rectangular ',
  ],
  [/\b(?:rectangular|oblong)[\s-]+(?:hole|pocket|recess|cavity|window|opening)(s?)\b/gi, ' pocket$1 '],
  [/\b(?:conical|cone|tapered|taper)[\s-]*(?:shaped\s+)?(hole|recess|pocket|hollow)\b/gi, ' tapering hole '],
  [/\b(?:right|straight|clean|all\s+the\s+way)\s+across\b/gi, ' across the whole '],
  [/\bacross\s+(?=(?:the\s+)?(?:whole|top|bottom|front|back|left|right|rear|face)\b)/gi, ' fullacross '],
  [/\bfullacross\s+the\s+whole\b/gi, ' fullacross '],
  // "x = 20, y = 30" is where it stands
  [/\b(?:at\s+)?x\s*=?\s*(?=-?[\d.]+\s*(?:,|and\b)?\s*y\s*=?\s*-?[\d.])/gi, ' at '],
  [/(?<=\bat\s+-?[\d.]+)\s*(?:,|and\b)?\s*y\s*=?\s*(?=-?[\d.])/gi, ', '],
  // a recess of six sides is a hole of six sides; a square one of two like sizes is a pocket
  [/\b(hex|hexagon|hexagonal|octagon|octagonal)[\s-]+(?:recess|pocket|socket|cavity)\b/gi, ' $1 hole '],
  [/\bsquare[\s-]+(?=(?:recess|pocket|cavity)\s+([\d.]+)\s*x\s*\1\b)/gi, ' '],
  // so is a square hole whose two sides are stated: the second size is no depth
  [
    /\bsquare[\s-]+(?:through[\s-]+)?holes?(?=\s*,?\s+(?:of\s+)?([\d.]+)\s*(?:mm\s*)?(?:x|by)\s*\1\b)/gi,
    ' pocket ',
  ],
  [/\b(?:elongated|slotted)[\s-]+hole(s?)\b/gi, ' slot$1 '],
  // a slot with one round end
  [/\b(?:open(?:[\s-]+ended)?|u[\s-]?shaped|u)[\s-]+slot(s?)\b/gi, ' openslot$1 '],
  [
    /\bslot(s?)\b(?=.*\bopen\s+(?:at|to|on)\s+(?:the\s+)?(?:top|bottom|front|back|left|right|rear)\b)/gi,
    ' openslot$1 ',
  ],
  [
    /(?<=\bopenslots?\b.*)\b(?:open\s+)?(?:at|to|on)\s+(?=(?:the\s+)?(?:top|bottom|front|back|left|right|rear)\b)/gi,
    ' openend ',
  ],
  [
    /(?<=\bopenslots?\b.*)\bto\s+(?:the\s+)?cent(?:re|er)(?:\s+of\s+(?:its|the)\s+(?:round(?:ed)?\s+end|arc|radius|half\s+circle))?\b/gi,
    ' centres ',
  ],
  // the point of a drill: "drill point 118", "118 degree tip"
  [
    /(?<=\b(?:holes?|drill(?:ed)?)\b.*)\b(?:with\s+)?(?:an?\s+)?(?:drill[\s-]*)?(?:point|tip)\s+(?:angle\s+)?(?:of\s+)?([\d.]+)(?:\s*deg(?:rees?)?\b)?/gi,
    ' $1 degrees ',
  ],
  [
    /(?<=\b(?:holes?|drill(?:ed)?)\b.*)\b([\d.]+)(?:\s*deg(?:rees?)?)?[\s-]*(?:drill\s+)?(?:point|tip)\b/gi,
    ' $1 degrees ',
  ],
  // half way along a face is its middle that way, where the other way is stated
  [
    /\bhalf[\s-]*way\s+along\b(?=.*\bfrom\s+(?:the\s+)?(?:front|back|rear|top|bottom)\b)|(?<=\bfrom\s+(?:the\s+)?(?:front|back|rear|top|bottom)\b.*)\bhalf[\s-]*way\s+along\b/gi,
    ' centre ',
  ],
  [
    /\bhalf[\s-]*way\s+up\b(?=.*\bfrom\s+(?:the\s+)?(?:front|back|rear|left|right)\b)|(?<=\bfrom\s+(?:the\s+)?(?:front|back|rear|left|right)\b.*)\bhalf[\s-]*way\s+up\b/gi,
    ' centre ',
  ],
  // an edge that is cut off is chamfered; a corner is, where the angle says so
  [
    /^\s*(?:cut|take|saw|plane)\s+(?:off\s+)?(?:the\s+)?((?:(?:top|bottom|front|back|left|right)\s+){2}edge)(?:\s+off)?\b/gi,
    ' chamfer $1 ',
  ],
  [
    /^\s*(?:cut|take|saw|plane)\s+(?:off\s+)?(?:the\s+)?((?:(?:top|bottom|front|back|left|right)\s+){2}corner)(?:\s+off)?\b(?=.*\b45\b)/gi,
    ' chamfer $1 ',
  ],
  [/(?<=\b(?:chamfer|bevel)\b.*)\bat\s+(?:an\s+angle\s+of\s+)?(?=[\d.]+\s*deg)/gi, ' '],
  // a half circle out of an edge is a hole whose centre is on the edge
  [
    /\b(?:semi[\s-]?circular|half[\s-]?round|half[\s-]?circular)\s+(?:notch|cut[\s-]?out)(?:es)?\b/gi,
    ' halfnotch ',
  ],
  [
    /(?<=\bhalfnotch\b.*)\b(?:in|into|at|on|out\s+of)\s+(?:the\s+)?(top|bottom|front|back|left|right)(?:\s+(?:edge|side|face))?\b/gi,
    ' 0 from $1 ',
  ],
  [
    /(?<=\bhalfnotch\b.*)\b(?:middle|cent(?:re|er))\s+of\s+(?:the\s+)?(top|bottom|front|back|left|right)(?:\s+(?:edge|side|face))?\b/gi,
    ' centre 0 from $1 ',
  ],
  [/\bhalfnotch\b/gi, ' hole '],
  // a block "in the corner", "flush with" or "against" a side has its own sides there
  [
    /(?<=^\s*(?:add\s+|put\s+)?(?:an?\s+)?(?:block|box|cube|cuboid|pad|lug|foot|rib|rail|brick|strip|slab)\b.*)\b(?:at|in|on|into)\s+(?:the\s+)?((?:(?:front|back|left|right)\s+){2})corner\b/gi,
    ' at $1 ',
  ],
  [
    /(?<=^\s*(?:add\s+|put\s+)?(?:an?\s+)?(?:block|box|cube|cuboid|pad|lug|foot|rib|rail|brick|strip|slab)\b.*)\b(?:flush\s+with|(?:up\s+)?against|level\s+with)\s+(?:the\s+)?(?=(?:front|back|left|right|rear)\b)/gi,
    ' at ',
  ],
  // "one in each corner" says no more than "in each corner"; as many as are said must be as many as there are corners
  [/\bone\s+(?=(?:in|at|near)\s+(?:the\s+)?(?:each|every)\b)/gi, ' '],
  // "2-⌀8" is two of them
  [/\b(\d+)\s*-\s*(?=diameter\s+[\d.])/gi, '$1 x '],
  // "centre 40 25" is where it stands; "centre line" and "in the centre" say something else
  [
    /\b(?:its\s+)?cent(?:re|er)(?:e?d)?\s+(?:at\s+)?(?=-?[\d.]+\s*,?\s+-?[\d.]+\b(?!\s*(?:x\b|mm\b|dia|apart|from)))/gi,
    ' at ',
  ],
  // "chamfer 2 all round the top"
  [
    /(?<=\b(?:chamfer|bevel|fillet|radius)\b.*)\b(?:all\s+)?(?:a?round)\s+(?:the\s+)?(top|bottom|front|back|left|right)\b(?:\s+(?:face|edges?|side|surface))?(?!\s+(?:of|edge)\b)/gi,
    ' edgegroup $1 ',
  ],
  // where a rod stands on something
  [
    /(?<=\b(?:fillet|radius|groove|undercut|neck|relief)\b.*)\b(?:at|round|in|into)\s+(?:the\s+)?(?:foot|root|base|shoulder|(?:inside|inner)\s+corner|corner)\b(?=\s*(?:namedshape|footline|$|,|\d|r\s*\d))/gi,
    ' footline ',
  ],
  [
    /\b(?:in|at|near)\s+(?:the\s+|each\s+(?:of\s+the\s+)?|every\s+|all\s+(?:the\s+)?)(?:four\s+|4\s+)?corners?\b(?!\s*(?:r|rad|radius)\s*\d)/gi,
    ' incorners ',
  ],
  [
    /\bfrom\s+(?:the\s+|each\s+|all\s+(?:the\s+)?|both\s+)?(?:outer\s+|nearest\s+)?(?:edges?|sides)\b/gi,
    ' fromedges ',
  ],
  [/\bacross\s+(?:the\s+)?flats\b|\ba\s*\/\s*f\b/gi, ' af '],
  [/\bacross\s+(?:the\s+)?corners\b|\ba\s*\/\s*c\b/gi, ' ac '],
  [/\b(?:on\s+)?(?:an?\s+)?(?:pitch|bolt|hole)\s+circle(?:\s+of)?(?:\s+dia(?:m|meter)?\b\.?)?/gi, ' pcd '],
  [/\bp\.?c\.?d\b\.?/gi, ' pcd '],
  [/\bcounter[\s-]?bor(?:e|ed|ing)\b|\bc'?[\s/-]?bor(?:e|ed)\b|\bspot[\s-]?fac(?:e|ed)\b/gi, ' counterbore '],
  [/\bcounter[\s-]?s[iu]nk\b|\bcsk\b|\bc'?[\s/-]?s[iu]nk\b/gi, ' countersink '],
  // "counterbored hole 6.6 / 11 x 6.5": with room round the stroke, for 3/4 is a fraction
  [/\bcounterbore\s+hole\s+([\d.]+)\s+\/\s+(?=[\d.]+\s*x\s*[\d.]+\b)/gi, ' hole $1 counterbore '],
  // "hole for an M6 bolt", "holes to suit M6"
  [/(?<=\bholes?\b.*)\b(?:to\s+(?:suit|take|clear)|for)\s+(?:an?\s+)?(?=m\s?\d)/gi, ' for '],
  [/(?<=\bholes?\b.*\bfor\s+m\s?[\d.]+)\s*(?:screws?|bolts?|studs?)\b/gi, ' '],
  // "centres 30 apart"
  [/\bcent(?:re|er)s\s+([\d.]+)(?:\s*mm)?\s+apart\b/gi, ' $1 centres '],
  [/\bbetween\s+(?:end\s+)?cent(?:re|er)s\b|\bcent(?:re|er)s\s+apart\b|\bc\s*\/\s*c\b/gi, ' centres '],
  [/\bat\s+(?=[^,]*?\bcent(?:re|er)s\b)/gi, ' '],
  [/\bat\s+(?=(?:(?:the|its|dead)\s+)*(?:cent(?:re|er)|middle)\b)/gi, ' '],
  [/\bat\s+(?=(?:an?\s+)?[\d./]+\s*(?:mm|in|")?\s*(?:pitch|spacing|apart)\b)/gi, ' '],
  [/\boutside\s+dia(?:m|meter)?\b\.?|\bouter\s+dia(?:m|meter)?\b\.?|\bo\.?d\b\.?/gi, ' od '],
  [/\binside\s+dia(?:m|meter)?\b\.?|\binner\s+dia(?:m|meter)?\b\.?|\bi\.?d\b\.?/gi, ' id '],
  [
    /\b(?:all\s+(?:the\s+)?way\s+|right\s+|going\s+|clean\s+|straight\s+)?(?:through|thru|thro'?)(?:\s+all)?(?![\w'])/gi,
    ' through ',
  ],
  [
    /\b(?:with\s+)?(?:rounded|round|radius(?:ed)?)\s+corners?\b|\bcorners?\s+(?:rounded|round|radius(?:ed)?)\b|\bcorner\s+radi(?:us|i)\b|\bcorners?\b(?=\s+r\s*\d)/gi,
    ' corners ',
  ],
  [/\bcorners\s+(?:of\s+)?(?:r|rad|radius)\.?\s*(?=\d)/gi, 'corners '],
  // several edges at once: the upright ones, or those of a face
  [
    /\b(?:(?:all|each|every)\s+(?:of\s+)?)?(?:the\s+)?(?:(?:four|4|outer|outside)\s+)*(?:vertical|upright)\s+(?:edges|corners)\b/gi,
    ' edgegroup alongheight ',
  ],
  [
    /(?<!\b(?:top|bottom|front|back|left|right|the)\s+)\b(?:(?:all|each|every)\s+(?:of\s+)?)?(?:the\s+)?(?:(?:four|4|outer|outside)\s+)*\b(top|bottom|front|back|left|right)\s+edges\b(?!\s+(?:of|between)\b)/gi,
    ' edgegroup $1 ',
  ],
  [
    /\b(?:(?:all|each|every)\s+(?:of\s+)?)?(?:the\s+)?(?:(?:four|4)\s+)?edges\s+(?:of|on|round|around)\s+(?:the\s+)?(top|bottom|front|back|left|right)(?:\s+(?:face|surface|side))?\b(?!\s+and\b)/gi,
    ' edgegroup $1 ',
  ],
  [/\b(?:all|every)\s+(?:of\s+)?(?:the\s+)?(?:(?:twelve|12)\s+)?edges\b/gi, ' edgegroup '],
  [
    /(?<=\b(?:fillet|chamfer|bevel|round(?:\s+off)?|radius)\s+)(?:(?:all|each|every)\s+(?:of\s+)?)?(?:the\s+)?(?:(?:four|4|outer|outside)\s+)*corners\b/gi,
    ' edgegroup alongheight ',
  ],
  // the corners at one side of a flat shape: the edges there that run through its thickness
  [
    /(?<=\b(?:fillet|chamfer|bevel|round(?:\s+off)?|radius)\s+)(?:the\s+)?(?:(?:two|2|both)\s+)?(top|upper|bottom|lower|left|right|front|back|rear)(?:[\s-]+hand)?\s+corners\b/gi,
    ' edgegroup sidecorners $1 ',
  ],
  [/\b(?:round(?:ed)?(?:\s+off)?|radius|blend)\s+(?=\s*edgegroup\b)/gi, ' fillet '],
  [/\bbreak\s+(?=\s*edgegroup\b)/gi, ' chamfer '],
  [
    /\bround(?:ed)?(?:\s+off)?\s+(?=(?:the\s+)?(?:(?:top|bottom|front|back|left|right)\s+){2}edge\b)/gi,
    ' fillet ',
  ],
  // "round the top edge of the shaft 3"
  [
    /^\s*(?:round|radius|ease|blend)(?:\s+off)?\s+(?:the\s+)?(?=(?:(?:top|bottom|left|right|front|back|outer|outside|upper|lower)\s+)*(?:rim|edge|lip|end|both\s+ends)\b(?!\s+(?:of\s+)?(?:top|bottom|front|back|left|right)\b))/gi,
    ' fillet ',
  ],
  [
    /\b(?:a?round)\s+(?:the\s+)?(?=(?:top|bottom|front|back|left|right)\b(?!\s+(?:top|bottom|front|back|left|right)))/gi,
    ' rim ',
  ],
  // a flange or plate of a diameter is round
  [
    /\b(?:round\s+|circular\s+)?(?:flange|plate|hub)(?=\s*,?\s+(?:of\s+)?(?:(?:[\d.]+|\d+\/\d+|\d+\s+\d+\/\d+)\s*(?:mm|in|")?\s*(?:dia|diameter|⌀)|(?:dia|diameter|⌀)\s*\d))/gi,
    ' disc ',
  ],
  // what goes round a rod: a groove, an undercut, a neck
  [
    /\b(?:ring|annular|circlip|retaining[\s-]+ring|o[\s-]?ring|thread[\s-]+relief)\s+grooves?\b|\bgrooves?\b(?=.*\ballround\b)|(?<=\ballround\b.*)\bgrooves?\b|\b(?:neck|relief)\b(?=.*(?:\d|namedshape))/gi,
    ' ringgroove ',
  ],
  [/\bgrooves?\b(?=.*\ball\s+round\b)/gi, ' ringgroove '],
  [/(?<=\bringgroove\b.*)\ball\s+round\b|\ballround\b/gi, ' '],
  [
    /\bhalf\s+(?:an?\s+)?(?:ball|sphere)\b|\bdomed\s+(?:end|top)\b|\b(?:ball|rounded|round)\s+end\b(?=\s+(?:on\b|for\b|to\b|namedshape))/gi,
    ' dome ',
  ],
  [/\b(?:at\s+)?(?:both|each|either)\s+ends?\b/gi, ' bothends '],
  // flats on a rod; "16 across flats" was brought to one word before
  [/\b(?:four|4)\s+flats\b|\bsquared?\s+end\b/gi, ' fourflats '],
  [/\b(?:two|2|a\s+pair\s+of)\s+(?:opposite\s+|parallel\s+)?flats\b/gi, ' twoflats '],
  [
    /\b(?:a\s+)?flat\b(?=\s*,?\s*(?:[\d.]+\s*(?:mm\s*)?(?:deep|across|long|wide)\b|namedshape|allround))|(?<=\b(?:deep|across|long)\s+)flat\b/gi,
    ' oneflat ',
  ],
  [/\b(left|right)[\s-]*hand\b/gi, '$1'],
  [/\b((?:(?:top|bottom|front|back|left|right)\s+){2})edges?\b/gi, ' $1 edgeline '],
  [/\bedges?\s+(?:of|between)\s+(?=(?:the\s+)?(?:top|bottom|front|back|left|right)\s+and\b)/gi, ' edgeline '],
  [/\b(left|right|top|bottom|front|back|rear)\s+(?:side|edge(?!\s+to\b)|face|surface|end)\b/gi, '$1'],
  [/\bfrom\s+(?:the\s+)?(?:base|underside|ground)\b/gi, ' from bottom '],
  // "equally spaced on ⌀80": the sign has become a word
  [
    /\b(?:(?:equally|evenly)\s+spaced|equispaced|spaced)\s+(?:on|a?round)\s+(?:an?\s+)?(?:circle\s+(?:of\s+)?)?(?:dia(?:m|meter)?\b\.?\s*)?(?=\d)/gi,
    ' pcd ',
  ],
  [/\bon\s+an?\s+circle\s+(?:of\s+)?(?:dia(?:m|meter)?\b\.?\s*)?(?=\d)/gi, ' pcd '],
  [/(?<=\bon\s+an?\s+[\d.]+\s*(?:mm\s*)?)(?:dia(?:m|meter)?\b\.?\s*)?circle\b/gi, ' pcd '],
  [/\b(?:equally|evenly)\s+spaced\b|\bequispaced\b/gi, ' '],
  [/\bon\s+(?:the\s+|its\s+)?cent(?:re|er)[\s-]?lines?\b/gi, ' centre '],
  [/\b(?:v|vee)[\s-]*(?:shaped\s+)?(?:groove|notch|slot)s?\b/gi, ' vgroove '],
  [/\bdovetail(?:ed)?(?:[\s-]*(?:groove|slot|way|housing))?\b/gi, ' dovetail '],
  [/\bcylindrical\s+(?=[a-z])/gi, ' '],
  [/\bhollow\s+(?:cylinder|shaft|bar|rod)\b/gi, ' tube '],
  // a ring with an outside and an inside is a short tube
  [/\bring\b(?=.*\b(?:od|id|inside|inner|outside|outer|bore)\b)/gi, ' tube '],
  // "shaft ⌀30 100 long, ⌀20 40 long": several diameters one after the other
  [
    /(?<!\b(?:stepped|shouldered|turned)\s+)\b(?:shaft|spindle|arbor|rod|pin|bar)\b(?=(?:\s*,?\s*(?:then\s+)?[\d.]+\s*(?:mm\s*)?(?:dia(?:m|meter)?)\b\.?\s*(?:x|by)?\s*[\d.]+\s*(?:mm\s*)?(?:long)?){2})/gi,
    ' turned ',
  ],
  [
    /(?<!\b(?:stepped|shouldered|turned)\s+)\b(?:shaft|spindle|arbor|rod|pin|bar)\b(?=\s*,?(?:\s*,?\s*diameter\s+[\d.]+\s*(?:x|by)?\s*[\d.]+\s*(?:long)?){2})/gi,
    ' turned ',
  ],
  // the edge of a prism or pyramid is a side of its base
  [
    /(?<=\b(?:prism|pyramid|triangular|square|pentagonal|hexagonal|heptagonal|octagonal)\b.*)\b(?:base\s+)?edges?\s+(?:of\s+)?(?=\d)/gi,
    ' side ',
  ],
  [
    /\b(?:with\s+)?(?:its\s+)?axis\s+(?:is\s+)?(?:vertical|upright|(?:perpendicular|square|normal)\s+to\s+(?:the\s+)?hp)\b/gi,
    ' ',
  ],
  [/\baxis\s+(?:(?:of\s+)?length\s+)?(?=\d)/gi, ' height '],
  [/\b(?:stepped|shouldered|turned)\s+(?:shaft|spindle|arbor|bar|rod|pin|part)s?\b/gi, ' turned '],
  // of a tube the bore is no hole of its own
  [/(?<=\b(?:tube|pipe|sleeve|bush(?:ing)?|washer)\b.*\d\s*(?:mm\s*)?)bored?\b/gi, ' id '],
  [/(?<=\b(?:tube|pipe|sleeve|bush(?:ing)?|washer)\b.*\d\s*(?:mm\s*)?)(?:outside|outer)\b/gi, ' od '],
  [/(?<=\b(?:tube|pipe|sleeve|bush(?:ing)?|washer)\b.*\d\s*(?:mm\s*)?)(?:inside|inner)\b/gi, ' id '],
  // one that has a length ends within the face; right across it is a groove
  [/\bkeyway\b(?=.*\blong\b)|(?<=\blong\b.*)\bkeyway\b/gi, ' slot '],
  [/\btee\s+(?:section|profile|shape|bar)\b/gi, ' tprofile '],
  [/\b([ltu])[\s-]?(?:section|profile|shape|shaped|bracket)\b/gi, ' $1profile '],
  [/\bangle\s+(?:bracket|section|iron)\b/gi, ' lprofile '],
  [/\bchannel\b(?:\s+section)?/gi, ' uprofile '],
  [/^\s*([ltu])(?=\s*,?\s+\d)/gi, ' $1profile '],
  [/\b(pyramid|cone|wedge)[\s-]shaped\b/gi, ' $1 '],
  [/^\s*angle(?=\s*,?\s+\d)/gi, ' lprofile '],
  [
    /\b(?:from\s+)?left\s+to\s+right\b|\bright\s+to\s+left\b|\blength(?:ways|wise)\b|\bside\s+by\s+side\b|\bsideways\b|\bone\s+beside\s+the\s+other\b/gi,
    ' alongwidth ',
  ],
  [
    /\b(?:from\s+)?front\s+to\s+back\b|\bback\s+to\s+front\b|\bbackwards?\b|\bone\s+behind\s+the\s+other\b/gi,
    ' alongdepth ',
  ],
  [
    /\b(?:from\s+)?(?:top\s+to\s+bottom|bottom\s+to\s+top)\b|\bvertical(?:ly)?\b|\bupright\b|\bupwards?\b|\bone\s+(?:above|over|on\s+top\s+of)\s+(?:the\s+other|another)\b/gi,
    ' alongheight ',
  ],
  [/\bof\s+(?:the\s+)?(?:whole(?:\s+(?:part|thing|body))?|everything)\b/gi, ' ofwhole '],
  [
    /\bparallel\s+to\s+(?:both\s+(?:the\s+)?planes(?:\s+of\s+projection)?|(?:both\s+)?(?:the\s+)?(?:hp\s+and\s+(?:the\s+|to\s+)*vp|vp\s+and\s+(?:the\s+|to\s+)*hp))\b/gi,
    ' parallelhp parallelvp ',
  ],
  [/\bparallel\s+to\s+(?:the\s+)?(?:vp\b|v\.p\.?|vertical\s+plane)/gi, ' parallelvp '],
  [/\bparallel\s+to\s+(?:the\s+)?(?:hp\b|h\.p\.?|horizontal\s+plane|ground)/gi, ' parallelhp '],
  [
    /\b(?:rest(?:s|ing)?|l(?:ies|ying))\s+(?:on\s+(?:the\s+)?(?:hp|h\.p\.|ground)\s+)?(?:on|with|along)\s+(?:one\s+of\s+)?(?:an?\s+|its\s+|the\s+|one\s+)?generators?(?:\s+on\s+(?:the\s+)?(?:hp|h\.p\.?|ground)(?![a-z]))?/gi,
    ' restinggenerator ',
  ],
  [
    /\b(?:rest(?:s|ing)?|l(?:ies|ying))\s+(?:on\s+(?:the\s+)?(?:hp|h\.p\.|ground)\s+)?(?:on|with|along)\s+(?:one\s+of\s+)?(?:an?\s+|its\s+|the\s+|one\s+)?(?:slant(?:ing)?|longer|long|lateral)\s+edges?\b/gi,
    ' restingslant ',
  ],
  [
    /\bl(?:ies|ying)\s+(?:down|flat|on\s+(?:its|one|the|a)\s+side(?!\s+(?:face|edge))|on\s+(?:the\s+)?ground)\b/gi,
    ' restingside ',
  ],
  [/\b(?:with\s+)?(?:its\s+)?axis\s+(?:is\s+)?(?:horizontal|level)\b/gi, ' axis parallelhp '],
  [
    /\b(?:rest(?:s|ing)?|l(?:ies|ying)|stand(?:s|ing)?)\s+(?:on\s+(?:the\s+)?(?:hp|h\.p\.|ground)\s+)?(?:on|with)\s+(?:one\s+of\s+)?(?:an?\s+|its\s+|the\s+|one\s+)?(?:(?:rectangular|triangular|slant(?:ing)?|side|lateral)\s+)?faces?\b/gi,
    ' restingface ',
  ],
  [
    /\b(?:rest(?:s|ing)?|l(?:ies|ying)|stand(?:s|ing)?)\s+(?:on\s+(?:the\s+)?(?:hp|h\.p\.|ground)\s+)?(?:on|with)\s+(?:one\s+of\s+)?(?:an?\s+|its\s+|the\s+|one\s+)?(?:base\s+)?(?:edges?|sides?)(?:\s+of\s+(?:its|the)\s+base)?\b/gi,
    ' restingedge ',
  ],
  [
    /\b(?:rest(?:s|ing)?|l(?:ies|ying)|stand(?:s|ing)?)\s+(?:on\s+(?:the\s+)?(?:hp|h\.p\.|ground)\s+)?(?:on|with)\s+(?:one\s+of\s+)?(?:an?\s+|its\s+|the\s+|one\s+)?(?:base\s+)?(?:corners?|points?)(?:\s+of\s+(?:its|the)\s+base)?\b/gi,
    ' restingcorner ',
  ],
  [
    /\b(?:rest(?:s|ing)?|stand(?:s|ing)?)\s+(?:upright\s+)?on\s+(?:the\s+)?(?:hp|h\.p\.?|ground|its\s+base(?:\s+on\s+(?:the\s+)?(?:hp|h\.p\.?|ground))?)(?![a-z])/gi,
    ' the ',
  ],
  [/\b(?:on|in)\s+(?:the\s+)?(?:hp|h\.p\.?)(?![a-z])/gi, ' the '],
  [/\b(?:the\s+)?(?:hp|h\.p\.?|horizontal\s+plane)(?![a-z])/gi, ' hplane '],
  [/\b(?:the\s+)?(?:vp|v\.p\.?|vertical\s+plane)(?![a-z])/gi, ' vplane '],
  [/\bthread(?:ed)?\s+(?:length\s+|for\s+)?(?=\d)/gi, ' threadlength '],
  [/\blying\b/gi, ' restingside '],
  [
    /\b(?:sunk(?:en)?|let|set|inserted)\s+(?=[\d./ ]+(?:mm\s+|in\s+|"\s*)?(?:deep\s+)?in(?:to)?\b)/gi,
    ' sunk ',
  ],
  [/(?<=\bsunk\s+[\d./ ]{1,12}(?:mm|in|")?\s*)deep\b/gi, ' '],
  [/\binclined\s+(?:at\s+(?:an\s+angle\s+of\s+)?|by\s+)/gi, ' inclined '],
  [/\b(?:base\s+(?:edge|side)|(?:edge|side)\s+of\s+(?:the\s+|its\s+)?base)\b/gi, ' side '],
  [/\bin\s+(?:the\s+)?(?:middle|cent(?:re|er))\b/gi, ' centre '],
  [/\b(?:dead\s+)?central(?:ly)?\b/gi, ' centre '],
  [/\b(?:take|cut)\s+away\b|\btake\s+out\b|\btake\s+off\b|\bcut\s+(?:out|off)\b/gi, ' cut '],
];
