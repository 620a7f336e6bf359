namespace NeatBore.Core.RunSheets;

/// <summary>The parts as the builder says them, and what to do where the fit is not to be pressed.</summary>
internal sealed record PressedWords(string Inner, string Outer, string Loose, string Tight);
