import { LANGUAGE_RULES } from '../languages/languages.js';
import { Catalog } from './catalog.js';
import { withLanguages } from '../finders/language-rules.js';
import type { Rule } from '../finders/rule.js';
import deadAfterExit from './dead/after-exit.js';
import deadBranch from './dead/branch.js';
import deadClass from './dead/class.js';
import deadCommentedCode from './dead/commented-code.js';
import deadExport from './dead/export.js';
import deadFile from './dead/file.js';
import deadFunction from './dead/function.js';
import deadImport from './dead/import.js';
import deadParameter from './dead/parameter.js';
import deadPrivateMember from './dead/private-member.js';
import deadVariable from './dead/variable.js';
import docsFileHeading from './docs/file-heading.js';
import docsPublicComment from './docs/public-comment.js';
import docsSentence from './docs/sentence.js';
import docsTicketlessTodo from './docs/ticketless-todo.js';
import idiomAllColumns from './idiom/all-columns.js';
import idiomBraces from './idiom/braces.js';
import idiomDebugPrint from './idiom/debug-print.js';
import idiomFinalClass from './idiom/final-class.js';
import idiomForcedStyle from './idiom/forced-style.js';
import idiomFunctionScopedBinding from './idiom/function-scoped-binding.js';
import idiomIdSelector from './idiom/id-selector.js';
import idiomLastComma from './idiom/last-comma.js';
import idiomLooseType from './idiom/loose-type.js';
import idiomNestedChoice from './idiom/nested-choice.js';
import idiomPublicFirst from './idiom/public-first.js';
import idiomQuoteMark from './idiom/quote-mark.js';
import idiomRawColour from './idiom/raw-colour.js';
import idiomSettledBinding from './idiom/settled-binding.js';
import idiomShortArrow from './idiom/short-arrow.js';
import idiomStatementEnd from './idiom/statement-end.js';
import idiomStrictTypes from './idiom/strict-types.js';
import idiomTextJoining from './idiom/text-joining.js';
import idiomWildcardImport from './idiom/wildcard-import.js';
import importsBarred from './imports/barred.js';
import importsCircle from './imports/circle.js';
import importsClimb from './imports/climb.js';
import importsDirection from './imports/direction.js';
import importsMissing from './imports/missing.js';
import importsRepeated from './imports/repeated.js';
import importsSorted from './imports/sorted.js';
import localeAssetPath from './locale/asset-path.js';
import localeFixedFormat from './locale/fixed-format.js';
import localeLiteralText from './locale/literal-text.js';
import localeSensitiveCall from './locale/sensitive-call.js';
import namesConstants from './names/constants.js';
import namesFiles from './names/files.js';
import namesFunctions from './names/functions.js';
import namesLength from './names/length.js';
import namesTypes from './names/types.js';
import namesVariables from './names/variables.js';
import safetyDynamicCode from './safety/dynamic-code.js';
import safetyFixedPath from './safety/fixed-path.js';
import safetyPlainHttp from './safety/plain-http.js';
import safetyRawHtml from './safety/raw-html.js';
import safetySecretLiteral from './safety/secret-literal.js';
import safetyShellText from './safety/shell-text.js';
import safetyUnquotedExpansion from './safety/unquoted-expansion.js';
import safetyWeakDigest from './safety/weak-digest.js';
import safetyWholeTable from './safety/whole-table.js';
import sizeBranches from './size/branches.js';
import sizeClassMembers from './size/class-members.js';
import sizeConditionTerms from './size/condition-terms.js';
import sizeFileLines from './size/file-lines.js';
import sizeFunctionLines from './size/function-lines.js';
import sizeNesting from './size/nesting.js';
import sizeParameters from './size/parameters.js';
import sizeSelectorClasses from './size/selector-classes.js';
import sizeSelectorDepth from './size/selector-depth.js';
import slipsAssignInTest from './slips/assign-in-test.js';
import slipsBareExcept from './slips/bare-except.js';
import slipsCallerAccess from './slips/caller-access.js';
import slipsEarlyUse from './slips/early-use.js';
import slipsEmbeddedConstant from './slips/embedded-constant.js';
import slipsEndlessLoop from './slips/endless-loop.js';
import slipsEqualsWithoutHash from './slips/equals-without-hash.js';
import slipsFallThrough from './slips/fall-through.js';
import slipsHollowBlock from './slips/hollow-block.js';
import slipsLooseCompare from './slips/loose-compare.js';
import slipsMutableDefault from './slips/mutable-default.js';
import slipsNullCompare from './slips/null-compare.js';
import slipsPlainDestructor from './slips/plain-destructor.js';
import slipsRepeatedCase from './slips/repeated-case.js';
import slipsRepeatedKey from './slips/repeated-key.js';
import slipsRepeatedProperty from './slips/repeated-property.js';
import slipsSelfCompare from './slips/self-compare.js';
import slipsSettableConstant from './slips/settable-constant.js';
import slipsShadowedName from './slips/shadowed-name.js';
import slipsSwallowedError from './slips/swallowed-error.js';
import slipsSyntax from './slips/syntax.js';
import slipsTextIdentity from './slips/text-identity.js';
import slipsUnclosedResource from './slips/unclosed-resource.js';
import slipsUndeclared from './slips/undeclared.js';
import slipsUnmarkedOverride from './slips/unmarked-override.js';
import slipsUnthrownError from './slips/unthrown-error.js';
import textAlignment from './text/alignment.js';
import textBlankBetween from './text/blank-between.js';
import textBlankRuns from './text/blank-runs.js';
import textByteOrderMark from './text/byte-order-mark.js';
import textFinalNewline from './text/final-newline.js';
import textIndent from './text/indent.js';
import textLineEnding from './text/line-ending.js';
import textLineWidth from './text/line-width.js';
import textMergeMarker from './text/merge-marker.js';
import textOddCharacters from './text/odd-characters.js';
import textSpacing from './text/spacing.js';
import textTrailingBlanks from './text/trailing-blanks.js';
import waiversExpired from './waivers/expired.js';
import waiversMalformed from './waivers/malformed.js';
import waiversNoReason from './waivers/no-reason.js';
import waiversRefused from './waivers/refused.js';
import waiversUnknownRule from './waivers/unknown-rule.js';
import waiversUnused from './waivers/unused.js';
import wordsAvoid from './words/avoid.js';
import wordsSpelling from './words/spelling.js';

/** The rules that come with Elvar. */
export const CATALOG = new Catalog(withEveryLanguage([
  deadAfterExit,
  deadBranch,
  deadClass,
  deadCommentedCode,
  deadExport,
  deadFile,
  deadFunction,
  deadImport,
  deadParameter,
  deadPrivateMember,
  deadVariable,
  docsFileHeading,
  docsPublicComment,
  docsSentence,
  docsTicketlessTodo,
  idiomAllColumns,
  idiomBraces,
  idiomDebugPrint,
  idiomFinalClass,
  idiomForcedStyle,
  idiomFunctionScopedBinding,
  idiomIdSelector,
  idiomLastComma,
  idiomLooseType,
  idiomNestedChoice,
  idiomPublicFirst,
  idiomQuoteMark,
  idiomRawColour,
  idiomSettledBinding,
  idiomShortArrow,
  idiomStatementEnd,
  idiomStrictTypes,
  idiomTextJoining,
  idiomWildcardImport,
  importsBarred,
  importsCircle,
  importsClimb,
  importsDirection,
  importsMissing,
  importsRepeated,
  importsSorted,
  localeAssetPath,
  localeFixedFormat,
  localeLiteralText,
  localeSensitiveCall,
  namesConstants,
  namesFiles,
  namesFunctions,
  namesLength,
  namesTypes,
  namesVariables,
  safetyDynamicCode,
  safetyFixedPath,
  safetyPlainHttp,
  safetyRawHtml,
  safetySecretLiteral,
  safetyShellText,
  safetyUnquotedExpansion,
  safetyWeakDigest,
  safetyWholeTable,
  sizeBranches,
  sizeClassMembers,
  sizeConditionTerms,
  sizeFileLines,
  sizeFunctionLines,
  sizeNesting,
  sizeParameters,
  sizeSelectorClasses,
  sizeSelectorDepth,
  slipsAssignInTest,
  slipsBareExcept,
  slipsCallerAccess,
  slipsEarlyUse,
  slipsEmbeddedConstant,
  slipsEndlessLoop,
  slipsEqualsWithoutHash,
  slipsFallThrough,
  slipsHollowBlock,
  slipsLooseCompare,
  slipsMutableDefault,
  slipsNullCompare,
  slipsPlainDestructor,
  slipsRepeatedCase,
  slipsRepeatedKey,
  slipsRepeatedProperty,
  slipsSelfCompare,
  slipsSettableConstant,
  slipsShadowedName,
  slipsSwallowedError,
  slipsSyntax,
  slipsTextIdentity,
  slipsUnclosedResource,
  slipsUndeclared,
  slipsUnmarkedOverride,
  slipsUnthrownError,
  textAlignment,
  textBlankBetween,
  textBlankRuns,
  textByteOrderMark,
  textFinalNewline,
  textIndent,
  textLineEnding,
  textLineWidth,
  textMergeMarker,
  textOddCharacters,
  textSpacing,
  textTrailingBlanks,
  waiversExpired,
  waiversMalformed,
  waiversNoReason,
  waiversRefused,
  waiversUnknownRule,
  waiversUnused,
  wordsAvoid,
  wordsSpelling,
]));

/** @throws Error if the folder of a language names a rule that there is not. */
function withEveryLanguage(rules: readonly Rule[]): Rule[] {
  const ids = new Set(rules.map(({ id }) => id));
  for (const [language, own] of Object.entries(LANGUAGE_RULES)) for (const id of Object.keys(own)) {
    if (!ids.has(id)) throw new Error(`${language} knows a rule ${id} that the catalog does not have`);
  }
  return rules.map((rule) => withLanguages(rule, LANGUAGE_RULES));
}
