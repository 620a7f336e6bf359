using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Another task of the same build, as a step of this one sees it.</summary>
/// <param name="Title">As the builder says it.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Step">Where its work goes on, as the builder says it; null where it is done.</param>
/// <param name="Call">What was called there; null where nothing was.</param>
/// <param name="Live">The live reading of one of its slots, by step and slot; null where there is none.</param>
public sealed record OtherTask(string Title, Standing Standing, string? Step, Call? Call, Func<string, string, OtherReading?> Live);

/// <summary>A reading of another task: its value in the base unit, or what was picked, and when it was taken at the bench.</summary>
/// <param name="Value">In the base unit of its dimension.</param>
/// <param name="Option">What was picked.</param>
/// <param name="At">When.</param>
/// <param name="Tool">The tool that was picked; null where none was.</param>
public sealed record OtherReading(double? Value, string? Option, ToolMatch.CribTool? Tool, DateTimeOffset At);
